// The sizes that were typed into a form whose fields say which size of the model they are.

/** { sizes: { id: text }, fits: { id: text } } of the fields that are other than they were. */
export function sizesOf(form) {
  const changed = [...form.querySelectorAll('input[name]')].filter((i) => i.value !== i.defaultValue);
  const of = (key) => Object.fromEntries(changed.filter((i) => i.dataset[key]).map((i) => [i.dataset[key], i.value]));
  return { sizes: of('size'), fits: of('fit') };
}
