// Pointing a drawing at another model: one decision for all annotations of a kind; a look near by at a sheet.

document.addEventListener('click', (event) => {
  const button = event.target.closest('[data-decide]');
  if (button) {
    document.querySelectorAll(`select[data-status="${button.dataset.decide}"]`).forEach((select) => {
      select.value = button.dataset.choice;
    });
  }
  event.target.closest('.sheet-image')?.classList.toggle('near');
});
