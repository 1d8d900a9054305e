// What the header above and the scale below may cover.
const covered = { top: 72, bottom: 64 };

/** In a long form what was refused may stand far from the button that was pressed: the first of it comes into view. */
export function showRefusal() {
  const wrong =
    document.querySelector('[aria-invalid="true"]') ?? document.querySelector('main [role="alert"]');
  const box = wrong?.closest('[data-quantity], .mantine-InputWrapper-root') ?? wrong;
  if (!box) return;
  const { top, bottom } = box.getBoundingClientRect();
  if (top < covered.top || bottom > innerHeight - covered.bottom) box.scrollIntoView({ block: 'center' });
}
