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
