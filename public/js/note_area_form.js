// The form of the note areas beside a model: one corner at a time, nothing, a note or the parts list there.

/** mount(form, onChange) returns { areas(), take(areas) }: areas as of note_areas.js, one a corner at most. */
export function mount(form, onChange) {
  const { corner, kind, words, shelf } = form.elements;
  let areas = [];
  const boxes = () => [...form.querySelectorAll('[name="columns"]')];
  const here = () => areas.find((a) => a.corner === corner.value);

  function show() {
    const area = here();
    kind.value = area?.kind || '';
    words.value = area?.kind === 'note' ? area.words : '';
    if (area?.columns) {
      boxes().forEach((box) => {
        box.checked = area.columns.includes(box.value);
      });
    }
    parts();
  }
  function parts() {
    form.querySelectorAll('[data-area]').forEach((part) => {
      part.hidden = part.dataset.area !== kind.value;
    });
  }
  function change() {
    parts();
    areas = areas.filter((a) => a.corner !== corner.value);
    const columns = boxes()
      .filter((box) => box.checked)
      .map((box) => box.value);
    if (kind.value === 'note') areas.push({ corner: corner.value, kind: 'note', words: words.value });
    if (kind.value === 'parts') areas.push({ corner: corner.value, kind: 'parts', columns });
    onChange(areas);
  }
  corner.addEventListener('change', show);
  kind.addEventListener('change', change);
  words.addEventListener('input', change);
  boxes().forEach((box) => box.addEventListener('change', change));
  shelf?.addEventListener('change', () => {
    if (!shelf.value) return;
    words.value = [words.value.trim(), shelf.value].filter(Boolean).join('\n');
    shelf.value = '';
    change();
  });
  form.addEventListener('submit', (event) => event.preventDefault());
  show();
  return {
    areas: () => areas,
    take(kept) {
      areas = kept.map((a) => ({ ...a }));
      if (areas.length && !here()) corner.value = areas[0].corner;
      show();
      onChange(areas);
    },
  };
}
