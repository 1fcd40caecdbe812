// What a person may not do on a page: forms and buttons for it are shut, with words about who could. The server refuses
// it all the same; this only says so before. Owns the disabled state of what it shut.

const rules = JSON.parse(document.getElementById('posting').textContent).map(([path, words]) => ({
  pattern: new RegExp(`^${path.replace(/[.]/g, '\\.').replace(/:\w+/g, '[^/]+')}$`),
  words,
}));
const page = window.location.pathname;

/** Why a path can't be posted to; nothing where it can. (The first rule that fits holds.) */
const why = (path) => rules.find(({ pattern }) => pattern.test(path))?.words;

// Where what stands on a page is sent to besides forms: edits of a drawing or a template, a text of a model.
const SENT = [
  [
    /^\/(drawings|templates)\/[^/]+$/,
    (m) => `${m[0]}/edits`,
    '[data-edit], [data-update], form[data-form], form[data-adopt]',
  ],
  [/^\/models\/[^/]+$/, (m) => `${m[0]}/revisions`, '#recipe-form, [data-try], #keep-form, form.sizes'],
];

function close(element, words) {
  const parts = element.matches('form') ? element.querySelectorAll('button, input, select, textarea') : [element];
  parts.forEach((part) => {
    if (part.type === 'hidden') return;
    part.disabled = true;
    part.title = words;
  });
}

function look() {
  document.querySelectorAll('form[method="post"]').forEach((form) => {
    const words = why(new URL(form.action || page, window.location.origin).pathname);
    if (words) close(form, words);
  });
  SENT.forEach(([here, to, what]) => {
    const words = here.test(page) && why(to(page.match(here)));
    if (words) document.querySelectorAll(what).forEach((element) => close(element, words));
  });
}

// Said once, above the page, where most of it can't be changed.
function say() {
  const words = SENT.filter(([here]) => here.test(page)).map(([here, to]) => why(to(page.match(here))))[0];
  if (!words) return;
  const line = document.createElement('p');
  line.className = 'may-not';
  line.setAttribute('role', 'status');
  line.textContent = words;
  document.getElementById('main').prepend(line);
}

say();
look();
// (What is put in later is looked at, too; disabling changes no children.)
new MutationObserver(look).observe(document.getElementById('main'), { childList: true, subtree: true });
