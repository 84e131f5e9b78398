const KEPT = [
  'fill',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'opacity',
  'font-size',
  'font-family',
  'text-anchor',
];

/** The first colour behind a drawing that is not see-through. */
function groundOf(drawing: Element): string {
  for (let at = drawing.parentElement; at; at = at.parentElement) {
    const colour = getComputedStyle(at).backgroundColor;
    if (colour !== 'transparent' && !/, 0\)$/.test(colour)) return colour;
  }
  return 'white';
}

/** Hands a drawing out as a file of its own: colours and fonts as they are seen, the size in millimetres of its view. */
export function saveSvg(drawing: SVGSVGElement, name: string): void {
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  const [own, copies] = [drawing.querySelectorAll('*'), copy.querySelectorAll('*')];
  own.forEach((element, i) => {
    const style = getComputedStyle(element);
    for (const key of KEPT) {
      const value = style.getPropertyValue(key);
      if (value) (copies[i] as SVGElement).style.setProperty(key, value);
    }
    copies[i]!.removeAttribute('class');
  });
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.removeAttribute('class');
  const { width, height } = drawing.viewBox.baseVal;
  copy.setAttribute('width', `${width}mm`);
  copy.setAttribute('height', `${height}mm`);
  // Programs that draw leave a style on the root out: the ground is a shape of its own.
  const { x, y } = drawing.viewBox.baseVal;
  const ground = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
  for (const [key, value] of Object.entries({ x, y, width, height, fill: groundOf(drawing) }))
    ground.setAttribute(key, String(value));
  copy.prepend(ground);
  const url = URL.createObjectURL(new Blob([copy.outerHTML], { type: 'image/svg+xml' }));
  const link = document.createElement('a');
  link.href = url;
  link.download = `${name.replace(/[^a-z0-9]+/gi, '-').toLowerCase()}.svg`;
  link.click();
  URL.revokeObjectURL(url);
}
