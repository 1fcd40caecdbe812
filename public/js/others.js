// Who else is on a drawing, said beside its name, and what they have selected, lightly framed on the sheet. Owns what it
// puts there.

const NS = 'http://www.w3.org/2000/svg';
const ROOM = 1.5; // mm about what is framed

/** mount({ svg(), group(key), name(key), place() }) returns { show(others) }: others: [{ name, sheet, selected }]. */
export function mount({ svg, group, name, place }) {
  function frame(other) {
    const target = group(other.selected);
    if (!target) return;
    const b = target.getBBox();
    const whole = document.createElementNS(NS, 'g');
    whole.setAttribute('class', 'other-box');
    const rect = document.createElementNS(NS, 'rect');
    Object.entries({ x: b.x - ROOM, y: b.y - ROOM, width: b.width + 2 * ROOM, height: b.height + 2 * ROOM }).forEach(
      ([k, v]) => rect.setAttribute(k, v),
    );
    const words = document.createElementNS(NS, 'text');
    words.setAttribute('x', b.x - ROOM);
    words.setAttribute('y', b.y - ROOM - 1);
    words.textContent = other.name;
    whole.append(rect, words);
    svg().append(whole);
  }

  return {
    show(others) {
      svg()
        .querySelectorAll('.other-box')
        .forEach((e) => e.remove());
      others.forEach(frame);
      const said = others.map((o) => (o.selected ? `${o.name} (${name(o.selected)})` : o.name));
      place().hidden = !others.length;
      place().textContent = others.length ? `Here too: ${said.join(', ')}` : '';
    },
  };
}
