/** The hour of the look on the morning after, when everything is cold. */
const MORNING = 8;
export function morningAfter(day: Date): Date {
  const morning = new Date(day);
  morning.setDate(morning.getDate() + 1);
  morning.setHours(MORNING, 0, 0, 0);
  return morning;
}
