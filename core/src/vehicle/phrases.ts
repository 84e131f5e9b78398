import type { Detail } from './rule.ts';
import type { Field } from './request.ts';

/** What people say around a vehicle and between its details. */

/** Words that carry no detail of their own: what people say around a vehicle. */
export const NOISE = new Set(
  `a an the it its it's is was with has have had having got get gets on of for in and i my our your we us you he she they them his her their
   need needs want wants wanting looking look after one ones this that these those to fits fit fitting one's what which who there here some any new
   replacement part parts engine engined motor car truck vehicle box gearbox trans transmission year model make plate reg registered built
   please hi hello thanks cheers think thinks thought reckon reckons guess believe says said say tell told me customer gent guy fella bloke chap lad client punter
   lady missus wife husband dad mum mate drives drive driving driven number as at by be been are do does doesn't don't know knows not sure
   if or but either maybe probably possibly perhaps might could would about all just only really like thing kind sort type version from yes
   no wait sorry mean actually make rather scratch correction yeah yep ok okay so well um er uh now own owns bought i've i'm he's she's we've they've there's that's what's w/ than also plus too
   into only still very quite bit lot every whole actual going go come came put take makes vin chassis one's two can can't cannot could couldn't will won't would wouldn't shall should did didn't don't doesn't haven't hasn't made everything anything something nothing somebody someone anybody anyone
   because then when where why how much many more most less same such again already yet always often usually normally let lets let's he'll she'll they'll he'd she'd
   me him himself herself reg'd registered call called ring rings rang phoned asked asking ask sent neighbour boss friend brother sister son daughter uncle aunt grandad goes fuel certain it'll being care fitted back suit suits suitable couple obviously oh ah hm must should ought years months shop counter garage down needed required wanted turns turned out sometime somewhere anywhere definitely certainly apparently surely both first used had has's swapped traded sold
   good morning afternoon evening day dear kind regards idea matter matters matches mine mine's w since until once body bodied besides afterwards paperwork logbook documents way whichever whatever you've check build i'd i'll we'd previously formerly meant hmm hmmm er erm uh up running insists insist claims claim cooling eng yr i.e e.g read bit bits according them looks least during code codes assembly assemblies assy unit units am i'm put lie anno`.split(
    /\s+/,
  ),
);

export const WORD = /[<>]=?|[^\s,;()"[\]{}<>|]+/y;
/** "<auto>" is in brackets, "<2013" is before 2013. */
export const GAP = /(?:[\s,;()"[\]{}|]|[<>](?!=?\s*'?\d))+/y;
/** "No, wait", "sorry", "I mean": what follows replaces what was said of the same thing. */
export const CORRECTION =
  /(?:(?:no,?\s+)?(?:wait|hang on|hold on)|nah|sorry|i mean|actually|scratch that|make that|rather|correction|this(?: one)?(?:'s| is)|(?:swapped|changed|replaced|converted|exchanged)(?:\s+out)?\s+(?:for|to|with|by|into)|(?:crossed|struck|scored)\s+(?:out|through)|(?:scratch|scrap|scrub|forget|ignore|strike|cancel)\s+(?:that|this|all that)|(?:sorry,?\s+)?my (?:mistake|bad|error)|oops|whoops|(?:i )?meant(?: to (?:say|be|put|write|type))?|(?:should|ought to)(?:'ve| have)? (?:be|been|read|say|said)|corrected(?: to)?|[-=]+>|→|\.{2,}|…|h+m+|er+m?|um+|uh|i tell a lie|(?:i|he|she|we|they) (?:needs?|wants?)(?: an?| the)?|(?:it|this|that)(?:'s| is)(?: an?| the)?|(?:hang on,?\s+)?let me (?:look|check|see|think)(?: again)?|(?:mine|ours|his|hers|this one|that one)(?:'s| is| was)(?:\s+(?:an?|the))?|(?:just|only)(?=\s+the\s)|but|so|no)(?=[\s,.;:!…])/y;
/** "Scratch the 1.8": takes back what was said, or rules it out before it is. */
export const STRIKE =
  /(?:scratch|scrap|scrub|strike|forget(?: about)?|drop|skip|ignore|leave out|leaving out|rul(?:e|ing) out|discount|not counting|not including)(?!\s+(?:that|this|all)\b)(?:\s+(?:the|an?|any))?(?=\s)/y;
export { DENIAL, NOTHING_DENIED } from '../speech/index.ts';
/**
 * Denials that a word in between does not use up: "not the noisy diesel", where "without the sunroof diesel" denies the
 * roof; but "without the fancy air con" denies what a vehicle can be without.
 */
export const HOLDS = /not|n't|never|rather|instead|opposed|than|except|but|apart|aside|bar|save/;
/** "No idea about air", "not sure if it has a tow bar": it is not known. */
export const NOT_KNOWN =
  /^\s+(?:sure|certain|idea|clue|know|say|tell|remember)\s+(?:(?:him|me|you)\s+)?(?:about|if|whether|on|of)\b/;
/** What takes back whatever was named before it: "diesels excluded". */
export const EXCLUDED_AFTER =
  /(?:is |are )?(?:(?:excluded|excepted|ruled out|out of the question|not (?:wanted|included|an option))\b|(?:aside|apart|(?:but |though )?(?:it|that|this|he|she|they|mine)(?: is|'s| was|'re| are| has| does)?(?: not|n't))(?=\s*(?:$|[,.;:)])))/y;
/** What takes back the option named before it: "the tow bar is off". */
export const TAKEN_BACK =
  /(?:is |was |has been |been |since )?(?:(?:never|not) (?:been )?(?:fitted|ordered|specified|specced|there|present|installed)|off|gone|removed|deleted?|missing|(?:taken|ripped|torn|cut|pulled) (?:off|out)|no|none|nope)(?=\s*(?:$|[,.;)]|and\b|but\b))/y;
export const CAN_BE_OFF: ReadonlySet<Field> = new Set(['package', 'airConditioning', 'aspiration']);
/** "Any but the diesel": here "but" denies, where else it corrects. */
export const ALL_BUT = /but(?:\s+not)?(?:\s+(?:an?|the))?(?=\s)/y;
export const OF_ALL = /\b(?:any|all|every|anything|everything)\b/;
/** What was thought, told or so once: a "but" after it replaces all that it is said of. */
export const ONCE = /\b(?:was|were|thought|told|supposed|listed|said|down as)\b/;
/** What somebody had, before what they have now. */
export const FORMER =
  /(?:\b(?:converted|changed|change|swapped|swap|conversion|gone) from\b.*?(?=\bto\b)|(?<=\b(?:converted|changed|swapped|gone)(?: over| out)? (?:to|for)\b[^,;]*)\bfrom\b[^,;]*|\b(?:had|took|taken|pulled)\b[^,;]*?\bout\b(?=\s*(?:and\b|,))|(?<=(?:^|[,;(])\s*)(?:previously|formerly|originally)\b(?!\s+(?:built|reg|from)).*?(?=\bnow\b|[,;()]|$)|(?<=^|[,;(]\s*)(?:i\s+|we\s+|he\s+|she\s+)?sold\b[^,;]*(?=[,;]\s*(?:and\s+)?(?:i\s+|he\s+|she\s+|we\s+)?(?:got|bought|have|has|drives?|now)\b)|(?<=^|[,;(]\s*)(?:my|his|her|our|the)?\s*(?:neighbour|brother|sister|dad|father|mum|mother|son|daughter|mate|friend|boss|wife|husband|uncle|aunt|cousin|old one|last one|first one|other one|previous one)(?:'s)?(?:\s+(?:one|car|van))?\s+(?:has|had|drives|drove|is|was|owns)\s[^,;]*(?=[,;]\s*(?:but\s+|and\s+|so\s+)?(?:mine|i\s+(?:have|drive|own|need|want)|i've|(?:his|her) own|his is|hers|ours|this|it's for)\b)|\b(?:started|began)(?: life)? as\b.*?(?=\bnow\b|[,;]|$)|\bex-[a-z]+|\b(?:had|used to (?:have|own|drive|run|be)|swapped|traded(?: in)?|sold)\b.*?(?=[,;]\s*(?:it's|it is|he's|she's|but|this|mine)\b|\bnow\b(?!\s+(?:removed|gone|off|deleted|missing|disconnected))|\bthis time\b|\bfor an?\b|\bwith an?\b))/g;
/** "…, was a three speed automatic": before what was so once, where something else was said of it already. */
export const WAS =
  /[,;(]\s*(?:it\s+)?(?:was|were|used to be)\s+(?:once\s+|originally\s+|first\s+|before\s+)*(?:an?\s+|the\s+)?$/;
/** "Hybrid or not?": asked, and so far nothing is known. */
export const OR_NOT = /or\s+not(?=\s*(?:$|[?,.;)]))/y;
/** "With or without air": it is not known. */
export const EITHER_WAY = /(?:with|w\/)\s+or\s+(?:with\s?out|w\/o(?:ut)?)(?:\s+(?:an?|the))?(?=\s)/y;
/** A bare "no" or "yes" after a question. */
export const ANSWER_NO =
  /(?:no|nope|nah|not|it's not|it isn't|(?:i\s+)?(?:don't think so|doubt it))(?=\s*(?:$|[,.;)]))/y;
export const ANSWER_YES = /(?:yes|yep|yeah|it is|(?:i\s+)?think so)(?=\s*(?:$|[,.;)]))/y;
/** "I asked for diesel, I need petrol". */
export const ASKED_FOR = /\b(?:asked|ordered|sent|supplied|quoted|gave|given|send|said|told|thought)\b/;
/** Of what corrects, what does so only after something else was asked for. */
export const WISH = /^(?:(?:i|he|she|we|they) (?:need|want)|(?:it|that)(?:'s| is)|this is|this's)/;
/** "… and a 2014 petrol": another vehicle, where it goes against what was said. */
export const AND_ANOTHER = /\b(?:and|plus)\s+(?:an?|another|one)\s+$/;
/** All that is said from here on stands in place of what was said before. */
export const STRUCK_OUT = /^(?:crossed|struck|scored|scrub|scrap|scratch|forget|ignore|strike|cancel)/;
/** Where one vehicle ends and the next begins. */
export const NEXT_VEHICLE = /[;,&]|\b[2-9]\)|\b(?:and|also|plus|vs|versus)\b/g;
export const OPENING =
  /^(?:[\s;,&.]|[2-9]\)|(?:vs|versus|and|also|plus|an?|the|one|one's|other|other's|is|for|my|his|her|our|their|has|have|had|got)\b(?:'s)?)+/;
/** Denials that begin a list: "anything but the 1.4 and the 1.5". */
export const LISTED =
  /^(?:anything but|any but|except|excluding|other than|apart from|neither|aside from|besides|with the exception|bar|save)/;
export const PLURAL = /^\s*[a-z]{3,}s\b/;
export const AND_TOO =
  /and(?:\s+(?:an?|the))?(?=\s)(?!\s+(?:with|without|w\/|it|is|has|have|not|no|non|minus|less|lacks|needs?|built)\b)/y;
/** "2 fans" are wanted. */
export const COUNTED =
  /^\s+(?:(?:electric|cooling|radiator|rad|fan|top|bottom|upper|lower|new)\s+)*(?:fan|hose|cap|mount|relay|motor|blade|bracket|rad|radiator|clip|shroud)s?\b/;
/** Between two years that follow each other: "late 2010, early 2011". */
export const SIDE_BY_SIDE = /^[\s,]*(?:(?:early|mid|late|end|start|beginning|of|the|to)\b[\s,]*)*$/;
/** How many are wanted. */
export const COUNT = /^(?:[1-9]\s?x|x[1-9])$/;
/** Words that part a year, and leave what was being said of it as it is: "could be an early 2010". */
export const PART_OF_YEAR = /^(?:early|mid|late|beginning|end)$/;
/** Words that no detail is made of and that make none doubtful: when in a year, where it is written, what was done to it. */
export const HARMLESS =
  /^(?:first|second|third|fourth|[1-4](?:st|nd|rd|th)|half|quarter|q[1-4]|spring|summer|autumn|winter|christmas|easter|week|month|\d+(?:st|nd|rd|th)|turn|start|middle|series|before|between|around|circa|approx|two|three|four|five|six|anyway|anyhow|added|card|door|quote|try|swap|fleet)$/;
/** "Or is it the 2.5?": whatever is said next of something said before is left open. */
export const OR_IS =
  /(?:(?:the )?same as|or (?:is|was|could|might) (?:it|that)(?: be)?)(?:\s+(?:an?|the))?(?=\s)/y;
/** "Got the radiator already": before or after a part that is not wanted. */
export const ALREADY_BEFORE =
  /(?:\balready\s+(?:got|has|have|bought|did|done)\s+(?:(?:the|an?|my|his)\s+)?|\bhad\s+(?:the|an?)\s+|\b(?:keep(?:s|ing)?|re-?us(?:e|es|ing)|retain(?:s|ing)?)\s+(?:(?:the|my|his|her|its|our)\s+)?(?:(?:old|same|existing|original)\s+)?|\b(?:i|we|he|she|they|already|garage|'ve|have|has|just)\s+(?:did|changed|replaced|renewed|swapped|fitted)\s+(?:the|an?|his|my|her)\s+(?:new\s+)?)$/;
/** "The plastic round the fan": a part that only says where. */
export const NEAR_BEFORE =
  /\b(?:round|around|behind|beside|near|next to|in front of|touching|against|above|below|under)\s+(?:the|its|my)\s+$/;
export const ALREADY_AFTER =
  /^\s+(?:already\b|no(?=\s*(?:$|[,.;)]))|(?:is |are )?not (?:needed|wanted|required|necessary)\b|(?:(?:is|are|looks?|seems?)\s+)?(?:still\s+)?(?:fine|ok|okay|good|sound|alright|all right|in one piece)(?=\s*(?:$|[,.;)]|it|but|just|only)))/;
/** "Aircon? Don't know": asked, and not answered. */
export const UNANSWERED =
  /^\s*\?\s*(?:i\s+|he\s+|she\s+|they\s+)?(?:don't(?! think so)|doesn't|didn't|not|no idea|unknown|dunno|can't)\b/;
/** "1.4 and 1.8" of what a vehicle has one of: either will do. */
export const AND_BETWEEN = /^\s*(?:and|&|\/)\s*(?:the\s+|an?\s+)?$/;
/** "2011? 2012?" */
export const ASKED_AFTER = /^\s*\?/;
/** What a bare "no" between two of them corrects, since nobody denies it: "69, no 70". */
export const SAID_AGAIN: ReadonlySet<Field> = new Set([
  'year',
  'displacement',
  'gears',
  'cylinders',
  'built',
  'engineCode',
  'transmissionCode',
]);
/** A denial that names a thing: "not the turbo petrol" denies the two together, and neither by itself. */
export const THING = /\b(?:the|an?)\s*$/;
/** Whose word it is: where somebody else says otherwise, both are left open. */
export const OPINION = /(?:reckons?|says?|believes?|swears?)(?=\s)/y;
/** "Manual now": what is so now replaces what was. */
export const NOW_AFTER = /^\s+(?:now|actually|in fact)\b/;
/** What leads from a part to where it sits: "the blade for the left fan". */
export const SITS_ON =
  /^\s+(?:for|of|on|off|from|to)\s+(?:(?:the|an?|its|my|his|left|right|cooling|electric|main|first|second)\s+)*$/;
export const OR = /(?:or(?:\s+(?:it's|an?|the|maybe))?)(?=\s)/y;
/** "If not, just the fan": wanted as well. */
export const FAILING_THAT =
  /(?:if not|failing that|otherwise|or else),?(?:\s+(?:just|then|only|maybe))*(?:\s+(?:the|an?))?(?=\s)/y;
export const OR_SO =
  /or\s+(?:(?:at least )?(?:i|so i|he|she) (?:think|thought|believe)(?: so)?|the like|similar|something(?:\s+(?:like (?:it|that)|similar))?|whatever|so)(?=\s*(?:$|[,.;)]|\s))/y;
/** Between two of a kind a stroke is an "or", between others a comma. */
export const STROKE = /\/(?:\s+(?:an?|the))?(?=\s)/y;
export const DOUBT_BEFORE =
  /(?:maybe|may be|probably|possibly|perhaps|might be|could be|i think|i guess|thinks?(?: it is| it's)?)(?=\s)/y;
export const DOUBT_AFTER = /(?:i think|i reckon|i guess|maybe|probably|i believe|not sure)(?=$|[\s,.;!?])/y;
/** Years and months are said as spans, engine codes exactly: a denial or an "or" of them is read by their own rules. */
export const NOT_DENIED: ReadonlySet<Field> = new Set(['part']);

/** "AT" in capitals is a transmission, "at" is not. */
export const AUTOMATIC: Detail[] = [{ field: 'transmission', value: 'automatic' }];
