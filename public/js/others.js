// Who else is on a drawing, said beside its name, and what they have selected, lightly framed on the sheet. Owns what
// it puts there.

const NS = 'http://www.w3.org/2000/svg';
const ROOM = 1.5; // mm about what is framed

/**
 * mount({ svg(), group(key), name(key), place() }) returns { show(others), again() }: others: [{ name, sheet, selected
 * }]; again shows the same on another picture.
 */
export function mount({ svg, group, name, place }) {
  let here = [];

  function frame(other) {
    const target = group(other.selected);
    if (!target) return;
    const b = target.getBBox();
    const whole = document.createElementNS(NS, 'g');
    whole.setAttribute('class', 'other-box');
    const rect = document.createElementNS(NS, 'rect');
    const [width, height] = [b.width + 2 * ROOM, b.height + 2 * ROOM];
    const box = { x: b.x - ROOM, y: b.y - ROOM, width, height };
    Object.entries(box).forEach(([k, v]) => rect.setAttribute(k, v));
    const words = document.createElementNS(NS, 'text');
    words.setAttribute('x', b.x - ROOM);
    words.setAttribute('y', b.y - ROOM - 1);
    words.textContent = other.name;
    whole.append(rect, words);
    svg().append(whole);
  }

  function again() {
    svg()
      .querySelectorAll('.other-box')
      .forEach((e) => e.remove());
    here.forEach(frame);
    const said = here.map((o) => (o.selected ? `${o.name} (${name(o.selected)})` : o.name));
    place().hidden = !here.length;
    place().textContent = here.length ? `Here too: ${said.join(', ')}` : '';
  }
  return {
    again,
    show(others) {
      here = others || [];
      again();
    },
  };
}
