const WORD = 32;

const ones = (word: number): number => {
  let rest = word - ((word >>> 1) & 0x55555555);
  rest = (rest & 0x33333333) + ((rest >>> 2) & 0x33333333);
  return (((rest + (rest >>> 4)) & 0x0f0f0f0f) * 0x01010101) >>> 24;
};

/** A set of small whole numbers as machine words; the methods named as orders change it in place. */
export class Bits {
  readonly words: Uint32Array;
  constructor(words: Uint32Array) {
    this.words = words;
  }
  static none = (count: number): Bits => new Bits(new Uint32Array(Math.max(1, Math.ceil(count / WORD))));
  static of(count: number, items: Iterable<number>): Bits {
    const bits = Bits.none(count);
    for (const item of items) bits.set(item);
    return bits;
  }
  set(at: number): void {
    this.words[at >> 5]! |= 1 << (at & 31);
  }
  clear(at: number): void {
    this.words[at >> 5]! &= ~(1 << (at & 31));
  }
  and(other: Bits): this {
    for (let word = 0; word < this.words.length; word += 1) this.words[word]! &= other.words[word]!;
    return this;
  }
  or(other: Bits): this {
    for (let word = 0; word < this.words.length; word += 1) this.words[word]! |= other.words[word]!;
    return this;
  }
  without(other: Bits): this {
    for (let word = 0; word < this.words.length; word += 1) this.words[word]! &= ~other.words[word]!;
    return this;
  }
  copy(): Bits {
    return new Bits(this.words.slice());
  }
  has(at: number): boolean {
    return (this.words[at >> 5]! & (1 << (at & 31))) !== 0;
  }
  isEmpty(): boolean {
    for (const word of this.words) if (word !== 0) return false;
    return true;
  }
  meets(other: Bits): boolean {
    for (let word = 0; word < this.words.length; word += 1)
      if ((this.words[word]! & other.words[word]!) !== 0) return true;
    return false;
  }
  within(other: Bits): boolean {
    for (let word = 0; word < this.words.length; word += 1)
      if ((this.words[word]! & ~other.words[word]!) !== 0) return false;
    return true;
  }
  count(): number {
    let sum = 0;
    for (const word of this.words) sum += ones(word);
    return sum;
  }
  /** How many members both have. */
  common(other: Bits): number {
    let sum = 0;
    for (let word = 0; word < this.words.length; word += 1)
      sum += ones(this.words[word]! & other.words[word]!);
    return sum;
  }
  /** Smallest member, −1 when there is none. */
  first(): number {
    for (let index = 0; index < this.words.length; index += 1) {
      const word = this.words[index]!;
      if (word !== 0) return index * WORD + (31 - Math.clz32(word & -word));
    }
    return -1;
  }
  list(): number[] {
    const found: number[] = [];
    for (let index = 0; index < this.words.length; index += 1)
      for (let word = this.words[index]!; word !== 0; word &= word - 1)
        found.push(index * WORD + (31 - Math.clz32(word & -word)));
    return found;
  }
  /** The same for the same members, for use as a key. */
  key(): string {
    return this.words.join(',');
  }
}
