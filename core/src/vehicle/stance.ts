import type { Chip, Field } from './request.ts';

/**
 * How what comes next in a line is meant: said, denied, corrected, doubted, one of two. Turns of phrase set it (`turns`),
 * details use it up. Positions are those of the line.
 */
export class Stance {
  /** What comes replaces what was said of the same thing. */
  correcting = false;
  /** From here on all that is said replaces what was said before ("it was a petrol, but …"). */
  superseding = false;
  denying = false;
  /** The denial takes back what was said: "scratch the 1.8". */
  striking = false;
  /** Whether the vehicle has what is named next is not known. */
  unknown = false;
  doubting = false;
  /** Somebody's word: where somebody else says otherwise, both are left open. */
  opinion = false;
  /** The detail that was said last. */
  lastField: Field | undefined;

  /** Where what is denied begins. */
  deniedFrom = 0;
  /** The denial is "no" by itself. */
  bareNo = false;
  /** The denial goes on over a word that nothing is made of … */
  holds = false;
  /** … up to here, and what is denied must stand right behind. */
  adjectiveTo = -1;
  /** The denial named a thing, "not the …"; up to where what was said belongs to it. */
  thing = false;
  thingTo = -1;
  /** More than one detail was said of it: "not the estate 2.0". */
  thingOfMany = false;
  /** What was said last was a denial: an "or" goes on denying. */
  denied = false;
  /** That denial began a list: an "and" goes on denying too. */
  listing = false;
  /** That "and" denies only another value of this. */
  deniedField: Field | undefined;

  /** After an "or": what stands before it. */
  either: Field | undefined;
  /** Where the last detail of what came after an "or" ends: "the 2.0 manual or the 2.4 auto" are two and two. */
  eitherTo = -1;

  /** Asked with "or not", and not answered yet. */
  openAt: Chip | undefined;
  /** The last detail that was asked and answered with "no, …": denied, unless what follows is another value of it. */
  questioned: Chip | undefined;

  /** After a detail, or after a word that carries meaning of its own. */
  settle(field: Field | undefined): void {
    this.correcting = this.denying = this.striking = this.unknown = this.doubting = this.opinion = false;
    this.either = undefined;
    this.lastField = field;
  }

  /** A denial of `field` that was begun before it ends here, if it was of something else. */
  narrow(field: Field, isNextTo: (end: number) => boolean, canBeOff: boolean): void {
    if (this.adjectiveTo >= 0 && !((this.holds || canBeOff) && isNextTo(this.adjectiveTo)))
      this.denying = false;
    if (this.deniedField !== undefined && this.deniedField !== field) this.denying = false;
    this.adjectiveTo = -1;
    this.deniedField = undefined;
  }
}
