/**
 * Minutes as a shop says them, whole: "40 min", "2 h", "1 h 05".
 * @param minutes ≥ 0
 */
export function minutesText(minutes: number): string {
  const whole = Math.round(minutes);
  const [hours, rest] = [Math.floor(whole / 60), whole % 60];
  if (hours === 0) return `${rest} min`;
  return rest === 0 ? `${hours} h` : `${hours} h ${String(rest).padStart(2, '0')}`;
}
