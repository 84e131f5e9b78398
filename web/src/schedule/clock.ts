import { TZDate } from '@date-fns/tz';

/** Times as the shop’s own clock shows them, whatever the clock of the machine that reads them. */
export class Clock {
  readonly zone: string;
  constructor(zone: string) {
    this.zone = zone;
  }
  #in(at: string | number): TZDate {
    return new TZDate(typeof at === 'string' ? Date.parse(at) : at, this.zone);
  }
  /** "2026-11-27", the day that a moment lies in. */
  day(at: string | number): string {
    return this.#in(at).toISOString().slice(0, 10);
  }
  /** "13:05". */
  time(at: string | number): string {
    return this.#in(at).toISOString().slice(11, 16);
  }
  /** "Fri 27 Nov". */
  dayName(at: string | number): string {
    return new Intl.DateTimeFormat('en-GB', { timeZone: this.zone, weekday: 'short', day: 'numeric', month: 'short' }).format(this.#in(at)).replace(',', ''); // prettier-ignore
  }
  /** The time, with the day before it where it is another than that of `from`. */
  when(at: string | number, from: string | number): string {
    return this.day(at) === this.day(from) ? this.time(at) : `${this.dayName(at)} ${this.time(at)}`;
  }
  /** As a field of date and time has it: "2026-11-27T13:05". */
  field(at: string | null): string {
    return at === null ? '' : this.#in(at).toISOString().slice(0, 16);
  }
  /** The moment that such a field means; null for an empty one. */
  moment(field: string): string | null {
    const found = /^(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d)$/.exec(field);
    if (!found) return null;
    const [year, month, day, hour, minute] = found.slice(1).map(Number) as [number, number, number, number, number]; // prettier-ignore
    return new Date(new TZDate(year, month - 1, day, hour, minute, 0, 0, this.zone).getTime()).toISOString();
  }
}
