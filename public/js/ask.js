// A question to the person, over the sheet's upper edge: words and buttons. Owns the given element.

/**
 * mount(place) returns { show(words, choices, link), hide() }; choices: [{ words, act(), primary }]. Escape and "Leave
 * it" hide it.
 */
export function mount(place) {
  let before = null;

  function hide() {
    place.hidden = true;
    place.replaceChildren();
    before?.isConnected && before.focus?.();
  }

  function button(words, act, primary) {
    const b = document.createElement('button');
    b.type = 'button';
    b.className = `button is-small${primary ? ' is-link' : ''}`;
    b.textContent = words;
    b.addEventListener('click', () => {
      hide();
      act();
    });
    return b;
  }

  function show(words, choices, link) {
    before = document.activeElement;
    const said = document.createElement('p');
    said.textContent = words;
    const actions = document.createElement('p');
    actions.className = 'actions';
    choices.forEach((c, i) => {
      if (!c.href) {
        actions.append(button(c.words, c.act, i === 0));
        return;
      }
      const a = document.createElement('a');
      a.className = `button is-small${i === 0 ? ' is-link' : ''}`;
      a.href = c.href;
      a.textContent = c.words;
      a.addEventListener('click', () => setTimeout(hide));
      actions.append(a);
    });
    if (link) {
      const a = document.createElement('a');
      a.href = link.href;
      a.textContent = link.words;
      actions.append(a);
    }
    actions.append(button('Leave it', () => {}, false));
    place.replaceChildren(said, actions);
    place.hidden = false;
    actions.querySelector('button, a').focus();
  }

  place.addEventListener('keydown', (event) => {
    if (event.key === 'Escape') {
      event.stopPropagation();
      hide();
    }
  });
  return { show, hide, open: () => !place.hidden };
}
