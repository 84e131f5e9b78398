/** Words that deny what comes next, with the small words between: sticky, tried where a word begins. */
export const DENIAL =
  /(?:non-(?=[a-z])|(?:(?:don't|doesn't|didn't) (?:think|believe|reckon|suppose) (?:it|he|she|that|this)(?:'s| is)|(?<!\bno )doubt(?: that)? (?:it|that|this)(?:'s| is)|nothing wrong|anything but|any but|(?:every|any)(?:thing|one)?\s+bar|(?:has |had |does |did |do |is |was )?not|(?:is|are|was|were|does|did|do|has|have|had|could|would|should|ca)n'?t|cannot|ain't|never|no longer|except(?:ing)?|excluding|other than|apart from|aside from|besides|rather than|instead of|(?:as )?opposed to|with the exception of|bar(?=\s+(?:the\b|an?\b|\d))|save (?:for)?(?=\s*(?:the|an?)\b)|with\s?out|w\/o(?:ut)?|minus|less(?=\s+(?:the\b|an?\b|air|a\/?c\b|tow))|sans|excl\.?|free of|lacks|lacking|lost|non|neither|nor|no(?!,)(?!\s+(?:wait|sorry|it|its|it's|the|that|i|he|she|we|not|later|earlier|newer|older)\b))(?:\s+(?:for|an?|the|any|with|its|have|has|had|got|get|come|came|be|been|want|need|send|give|quote|order|supply|bring|me|us|him|looking(?: for)?|interested in|keen on|bothered about|after|talking about))*(?=\s))/y;
/** "Not sure", "doesn't know", "can't say": nothing is denied. */
export const NOTHING_DENIED =
  /^\s+(?:sure|certain|idea|clue|doubt|question|know|say|tell|remember|recall|matter|care|mind|think|(?:it|he|she|they|you|we|that)\b)/;

/** A denial reaches this far: four small words, within its clause. */
const REACH = /^(?:\s+[a-z'/]+){0,4}\s*$/;

/**
 * Whether what begins at `at` is denied: "there is never a puddle", "does not always run".
 *
 * @param clause in lower case; what a denial governs ends with its clause
 */
export function isDeniedAt(clause: string, at: number): boolean {
  for (const start of clause.matchAll(/(?<![a-z'])[a-z]/g)) {
    if (start.index >= at) return false;
    DENIAL.lastIndex = start.index;
    const words = DENIAL.exec(clause)?.[0];
    const end = start.index + (words?.length ?? 0);
    // The small words of a denial may begin what it denies: "doesn't come on".
    if (words && (end > at || REACH.test(clause.slice(end, at))) && !NOTHING_DENIED.test(clause.slice(end))) return true;
  }
  return false;
} // prettier-ignore
