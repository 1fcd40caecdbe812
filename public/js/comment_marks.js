// Comments that wait, as small bubbles with a count at the left upper corner of what they are about: for the screen,
// not for paper. Owns what it puts on the sheet; boxes are the SVG's, mm.

const NS = 'http://www.w3.org/2000/svg';
const WIDE = 7;
const HIGH = 5.4;
const TIP = 1.8;

const made = (name, attributes) => {
  const element = document.createElementNS(NS, name);
  Object.entries(attributes).forEach(([k, v]) => element.setAttribute(k, v));
  return element;
};

/**
 * mount({ svg(), group(key), comments(), onOpen(key) }) returns { again() }: shows them on the picture there is now.
 * comments(): { key: ["Ida Marsh: Is this right?", ...] }.
 */
export function mount({ svg, group, comments, onOpen }) {
  let taken = [];

  // Beside the ones that stand there already.
  function place(b) {
    const at = [b.x - WIDE, b.y - HIGH - TIP];
    const over = ([x, y]) => Math.abs(x - at[0]) < WIDE + 0.8 && Math.abs(y - at[1]) < HIGH + TIP;
    while (taken.some(over)) at[0] -= WIDE + 1;
    taken.push(at);
    return at;
  }

  function bubble(key, said) {
    const target = group(key);
    if (!target) return;
    const [x, y] = place(target.getBBox());
    const words = `${said.length === 1 ? '1 comment' : `${said.length} comments`}. ${said.join(' · ')}`;
    const whole = made('g', { class: 'comment-mark', tabindex: 0, role: 'button', 'aria-label': words });
    const title = made('title', {});
    title.textContent = words;
    const [right, low] = [x + WIDE, y + HIGH];
    const outline = `M${x} ${y}H${right}V${low}H${x + 4}L${x + 2.6} ${low + TIP}V${low}H${x}Z`;
    const count = made('text', { x: x + WIDE / 2, y: y + HIGH - 1.4, 'text-anchor': 'middle' });
    count.textContent = said.length;
    whole.append(title, made('path', { d: outline }), count);
    const open = (event) => {
      event.stopPropagation();
      event.preventDefault();
      onOpen(key);
    };
    whole.addEventListener('pointerdown', (event) => event.stopPropagation());
    whole.addEventListener('click', open);
    whole.addEventListener('keydown', (event) => ['Enter', ' '].includes(event.key) && open(event));
    svg().append(whole);
  }

  function again() {
    svg()
      .querySelectorAll('.comment-mark')
      .forEach((e) => e.remove());
    taken = [];
    Object.entries(comments()).forEach(([key, said]) => bubble(key, said));
  }
  again();
  return { again };
}
