// The page for a new drawing: filter the model cards, show the chosen template's sheet, and make the drawing of the
// card that is dropped on it.

const form = document.getElementById('make');
const drop = document.getElementById('drop');
const cards = [...document.querySelectorAll('.card-choice')];

document.getElementById('filter')?.addEventListener('input', (event) => {
  const words = event.target.value.trim().toLowerCase();
  cards.forEach((card) => {
    card.closest('li').hidden = !card.textContent.toLowerCase().includes(words);
  });
});

document.getElementById('template').addEventListener('change', (event) => {
  document.getElementById('drop-sheet').src = `${drop.dataset.base}${event.target.value}/sheets/s1.svg?berths=1`;
});

cards.forEach((card) =>
  card.addEventListener('dragstart', (event) => {
    event.dataTransfer.setData('text/plain', card.dataset.model);
    event.dataTransfer.effectAllowed = 'copy';
  }),
);

if (drop) {
  drop.addEventListener('dragover', (event) => {
    event.preventDefault();
    drop.classList.add('over');
  });
  drop.addEventListener('dragleave', () => drop.classList.remove('over'));
  drop.addEventListener('drop', (event) => {
    event.preventDefault();
    drop.classList.remove('over');
    const card = cards.find((c) => c.dataset.model === event.dataTransfer.getData('text/plain'));
    if (!card) return;
    card.querySelector('input').checked = true;
    form.requestSubmit();
  });
}

// Of a family it is chosen what the drawing shows: every variant, the family itself, or one variant.
const row = document.getElementById('show-row');
const show = document.getElementById('show');
function offer() {
  const card = cards.find((c) => c.querySelector('input').checked);
  const variants = card?.dataset.variants ? JSON.parse(card.dataset.variants) : [];
  row.hidden = show.disabled = variants.length === 0;
  const choices = [['series', 'every variant (a series)'], ['', 'the family itself'], ...variants.map((v) => [v, v])];
  show.replaceChildren(...choices.map(([value, words]) => new Option(words, value)));
  if (choices.some(([value]) => value === row.dataset.chosen)) show.value = row.dataset.chosen;
}
if (row) {
  form.addEventListener('change', offer);
  cards.forEach((card) => card.querySelector('input').addEventListener('change', offer));
  offer();
}
