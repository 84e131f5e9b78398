import type { Detail } from './grammar.ts';
import type { Field } from './request.ts';

/** What people say around a vehicle and between its details. */

/** Words that carry no detail of their own: what people say around a vehicle. */
export const NOISE = new Set(
  `a an the it its it's is was with has have had having got get gets on of for in and i my our your we us you he she they them his her their
   need needs want wants wanting looking look after one ones this that these those to fits fit fitting one's what which who there here some any new
   replacement part parts engine engined motor car truck vehicle box gearbox trans transmission year model make plate reg registered built
   please hi hello thanks cheers think thinks thought reckon reckons guess believe says said say tell told me customer gent guy fella bloke
   lady missus wife husband dad mum mate drives drive driving driven number as at by be been are do does doesn't don't know knows not sure
   if or but either maybe probably possibly perhaps might could would about all just only really like thing kind sort type version from yes
   no wait sorry mean actually make rather scratch correction yeah yep ok okay so well um er uh now own owns bought i've i'm he's she's we've they've there's that's what's w/ than also plus too
   into only still very quite bit lot every whole actual going go come came put take makes vin chassis one's two couple obviously both first used had has's swapped traded sold`.split(
    /\s+/,
  ),
);

export const WORD = /[^\s,;()"]+/y;
export const GAP = /[\s,;()"]+/y;
/** "No, wait", "sorry", "I mean": what follows replaces what was said of the same thing. */
export const CORRECTION =
  /(?:no,?\s+wait|sorry|i mean|actually|scratch that|make that|rather|correction|but|no)(?=[\s,.;])/y;
export const DENIAL =
  /(?:anything but|any but|not|isn't|isnt|ain't|except(?:ing)?|excluding|other than|apart from|without|w\/o|minus|lacks|neither|nor|no(?!,)(?!\s+(?:wait|sorry|it|its|it's|the|that|i|he|she|we|not|later|earlier|newer|older)\b))(?:\s+(?:for|an?|the|any|with))*(?=\s)/y;
/** "Any but the diesel": here "but" denies, where else it corrects. */
export const ALL_BUT = /but(?:\s+not)?(?:\s+(?:an?|the))?(?=\s)/y;
export const OF_ALL = /\b(?:any|all|every|anything)\b/;
/** What somebody had, before what they have now. */
export const FORMER =
  /\b(?:had|used to (?:have|own|drive|run|be)|swapped|traded(?: in)?|sold)\b.*?(?=\bnow\b|\bfor an?\b|\bwith an?\b)/g;
/** Where one vehicle ends and the next begins. */
export const NEXT_VEHICLE = /[;,]|\b(?:and|also|plus)\b/g;
export const OPENING =
  /^(?:[\s;,]|(?:and|also|plus|an?|the|one|one's|other|other's|is|for|my|his|her|our|their)\b(?:'s)?)+/;
export const OR = /(?:or(?:\s+(?:it's|an?|the|maybe))?)(?=\s)/y;
export const DOUBT_BEFORE =
  /(?:maybe|probably|possibly|perhaps|might be|could be|i think|i guess|thinks?(?: it is| it's)?)(?=\s)/y;
export const DOUBT_AFTER = /(?:i think|i reckon|i guess|maybe|probably|i believe|not sure)(?=$|[\s,.;!?])/y;
/** Years and months are said as spans, engine codes exactly: a denial or an "or" of them is read by their own rules. */
export const NOT_DENIED: ReadonlySet<Field> = new Set(['built', 'part']);

/** "AT" in capitals is a transmission, "at" is not. */
export const AUTOMATIC: Detail[] = [{ field: 'transmission', value: 'automatic' }];
