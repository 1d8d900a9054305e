/** Saves a drawn SVG with its styles written into it, so that it looks the same outside of the page. */
export function savePicture(id: string, name: string) {
  const drawn = document.getElementById(id);
  if (!(drawn instanceof SVGSVGElement)) return;
  const copy = drawn.cloneNode(true) as SVGSVGElement;
  const [from, to] = [drawn.querySelectorAll('*'), copy.querySelectorAll('*')];
  from.forEach((element, i) => {
    const style = getComputedStyle(element);
    const target = to[i];
    if (!(target instanceof SVGElement)) return;
    for (const property of ['fill', 'stroke', 'stroke-width', 'stroke-dasharray', 'font', 'text-anchor'])
      target.style.setProperty(property, style.getPropertyValue(property));
  });
  const { width, height } = drawn.viewBox.baseVal;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('width', String(width));
  copy.setAttribute('height', String(height));
  const address = URL.createObjectURL(
    new Blob([new XMLSerializer().serializeToString(copy)], { type: 'image/svg+xml' }),
  );
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
