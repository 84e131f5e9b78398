import type { WeekHours } from '@radiatrix/contract';

type Stretches = WeekHours[number];
export type HoursRead = { ok: true; stretches: Stretches } | { ok: false; message: string };

const clockOf = (text: string): string | undefined => {
  const found = /^(\d{1,2})(?:[:.h](\d{2}))?$/.exec(text.trim());
  if (!found) return undefined;
  const [hour, minute] = [Number(found[1]), Number(found[2] ?? 0)];
  if (hour > 24 || minute > 59 || (hour === 24 && minute > 0)) return undefined;
  return `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`;
};

/** Hours of a day as a hand writes them: "8-12, 12:30-17"; empty where it is shut. */
export function readHours(text: string): HoursRead {
  const stretches: Stretches = [];
  for (const part of text.split(/[,;]|\band\b/).map((each) => each.trim()).filter(Boolean)) {
    const [from, to, more] = part.split(/\s*(?:-|–|to)\s*/).map(clockOf);
    if (from === undefined || to === undefined || more !== undefined)
      return { ok: false, message: `“${part}” is no stretch; write 8:00–12:00` };
    if (from >= to) return { ok: false, message: `${from} to ${to} ends before it begins` };
    if (stretches.some((each) => each.to > from)) return { ok: false, message: `${from} begins before the stretch before it ends` }; // prettier-ignore
    stretches.push({ from, to });
  }
  return { ok: true, stretches };
} // prettier-ignore

export const writeHours = (stretches: Stretches): string =>
  stretches.map(({ from, to }) => `${from}–${to}`).join(', ');
