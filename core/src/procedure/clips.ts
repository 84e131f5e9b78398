/** Clips that hold panels and ducts: what each is, by the word that a record uses for it. */
export const CLIP_KINDS = ['push clip', 'screw rivet', 'fir tree'] as const;
export type ClipKind = (typeof CLIP_KINDS)[number];
export interface Clip {
  kind: ClipKind;
  /** Diameter of the hole that it is made for, mm. */
  holeMm: number;
}

/** How each comes out, and whether it can be used again. Common practice. */
const WAYS: Readonly<Record<ClipKind, string>> = {
  'push clip': 'centre lifted out, pushed home flush; used again while its legs are whole',
  'screw rivet': 'centre turned a quarter or unscrewed; used again while its thread holds',
  'fir tree': 'pulled straight out; its barbs break, so it goes in once',
};

/** A clip as a record writes it: `push clip 8 mm`, `8 mm fir tree`. Undefined for anything else, and where no hole is told. */
export function clipOf(text: string): Clip | undefined {
  const kind = CLIP_KINDS.find((each) => new RegExp(`\\b${each.replace(' ', '[ -]?')}s?\\b`, 'i').test(text));
  const hole = /(\d+(?:[.,]\d+)?)\s*mm\b/i.exec(text)?.[1]?.replace(',', '.');
  const holeMm = Number(hole);
  return kind && hole !== undefined && holeMm >= 3 && holeMm <= 20 ? { kind, holeMm } : undefined;
}

export interface StandIn {
  text: string;
  said: string;
}
/** What may hold in a clip's place: its own sort first, then the others for the same hole. A clip for another hole is none. */
export function standIns(clip: Clip): StandIn[] {
  const kinds = [clip.kind, ...CLIP_KINDS.filter((each) => each !== clip.kind)];
  return kinds.map((kind) => ({ text: `${kind} ${clip.holeMm} mm`, said: WAYS[kind] }));
}

/** Clips for different holes in one job: every pair that can change places, the larger first. */
export function clipsMixed<F extends { thread: string }>(
  fasteners: readonly F[],
): { large: F; small: F; byMm: number }[] {
  const clips = fasteners.flatMap((fastener) => {
    const clip = clipOf(fastener.thread);
    return clip ? [{ fastener, clip }] : [];
  });
  return clips.flatMap((one, at) =>
    clips.slice(at + 1).flatMap((other) => {
      if (one.clip.holeMm === other.clip.holeMm) return [];
      const [small, large] = one.clip.holeMm < other.clip.holeMm ? [one, other] : [other, one];
      return [{ large: large.fastener, small: small.fastener, byMm: large.clip.holeMm - small.clip.holeMm }];
    }),
  );
}
