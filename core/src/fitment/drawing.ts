/** What every drawing for the bench shares: paper at 1:1, a title, notes, and a line to check the printer by. All in mm. */
const CHECK_MM = 100;
export const MARGIN = 14;
/** Least width of a drawing's inside: the check line has to lie in it. */
export const LEAST_MM = CHECK_MM;

export const round = (value: number): string => String(Math.round(value * 100) / 100);
const escaped = (text: string): string => text.replace(/[<&>]/g, '');
export const note = (x: number, y: number, text: string, size = 4): string => `<text x="${round(x)}" y="${round(y)}" font-size="${size}" font-family="sans-serif">${escaped(text)}</text>`; // prettier-ignore

/** An SVG at 1:1. @param lines of its inside, in mm from the upper left corner of the paper */
export function drawnAt1to1(
  widthMm: number,
  heightMm: number,
  title: string,
  lines: readonly string[],
): string {
  const [w, h] = [round(widthMm), round(heightMm)];
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="0 0 ${w} ${h}">`,
    `<rect width="100%" height="100%" fill="#fff"/>`,
    note(MARGIN, 9, title, 5),
    ...lines,
    `<path d="M${MARGIN} ${round(heightMm - 8)}h${CHECK_MM}m0 -2v4m-${CHECK_MM} -4v4" stroke="#000" stroke-width="0.3"/>`,
    note(MARGIN, heightMm - 11, `this line is ${CHECK_MM} mm on paper: else the printer has shrunk it`),
    '</svg>',
  ].join('\n');
}
