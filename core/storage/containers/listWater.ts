import { type Water, waterIds } from '../../water/waters.ts';

/** What a word of a list names: a water, nothing in it, or something that somebody has to say. */
export type ListedWater = Water | 'empty';

const spaced = (text: string): string =>
  text
    .toLowerCase()
    .replace(/['’]/g, '')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/**
 * Words that name water that is drunk as it comes. Only these, exactly, and nothing beside them: "untreated", "to be treated"
 * or "tap, unsafe" each hold a word of this list and mean the opposite of it.
 */
const drunk: Readonly<Record<string, string>> = {
  'treated-tap':
    'tap,tap water,tapwater,the tap,from the tap,kitchen tap,mains,mains water,the mains,mains tap,town water,town,town supply,city water,city,city tap,municipal,municipal water,public supply,treated tap,treated tap water,treated tap water',
  bought:
    'bought,bought water,shop,shop water,shop bought,from the shop,store bought,storebought,supermarket,bottled,bottled water,bottled shop,mineral,mineral water,sealed bought',
  pouch: 'pouch,pouches,water pouch,water pouches,sachet,sachets',
  canned: 'canned,canned water,home canned,jarred,canned at home',
};

const nothing = 'empty,none,nothing,no water,dry,0';
const untold =
  '?,unknown,not known,dont know,do not know,dunno,nobody knows,no idea,unknown water,unsure,not sure,who knows';

const exact = new Map<string, ListedWater>([
  ...waterIds.map(id => [spaced(id), id] as const),
  ...Object.entries(drunk).flatMap(([water, words]) =>
    words.split(',').map(word => [word, water as Water] as const),
  ),
  ...nothing.split(',').map(word => [word, 'empty'] as const),
  ...untold.split(',').map(word => [word, 'unknown'] as const),
]);

/** Water that is nothing until it is treated: a word of it anywhere is enough, for it promises nothing. */
const raw: readonly (readonly [Water, RegExp])[] = [
  ['flood', /\bflood/],
  ['pool', /\bpools?\b|\bhot tub\b|\bspa\b/],
  ['sea', /\bsea\b|\bseawater\b|\bocean\b/],
  ['brackish', /\bbrackish\b/],
  ['rain', /\brain|\broof|\bbutts?\b|\bgutter/],
  ['snow', /\bsnow|\bice\b/],
  ['spring', /\bsprings?\b/],
  ['well', /\bwells?\b|\bborehole\b|\bbore\b/],
  ['stream', /\bstream|\bbecks?\b|\bburn\b|\bcreek\b|\bbrook\b/],
  ['river', /\briver/],
  ['pond', /\bponds?\b|\blakes?\b|\btarns?\b/],
  ['ditch', /\bditch/],
  ['carrier', /\bcarrier\b|\btanker\b|\bbowser\b/],
];

/** A treatment, a shop or a tap beside a raw water: it may mean that it was made fit, and has to be asked. */
const MADE_FIT =
  /\b(?:treated|boil\w*|filter\w*|chlorin\w*|bleach\w*|disinfect\w*|purif\w*|bought|shop|bottled?|tap|mains|tested|drinking|potable|distil\w*|safe|clean)\b/;
/** "not treated yet" and the like leave a raw water what it is. */
const DENIED =
  /\b(?:not|un|non|no|never|yet to be|to be|needs?|before)\s*(?:be |being |yet )?(?:treat\w*|boil\w*|filter\w*|chlorin\w*|bleach\w*|disinfect\w*|purif\w*|drinking|potable|tested|safe|clean)(?: yet)?\b|\buntreated\b|\bundrinkable\b|\bunsafe\b|\bunfiltered\b|\bunboiled\b/g;

/**
 * What the word of a cell names. Water to be drunk is taken by an exact known word alone; a raw water by a word in it, as long
 * as nothing beside it says that it was made fit; the rest is undefined, and is asked.
 */
export function readWater(text: string): ListedWater | undefined {
  if (text.trim().length > 1 && text.includes('?')) return undefined;
  const words = spaced(text);
  const known = exact.get(words === '' ? text.trim() : words);
  if (known) return known;
  const found = raw.filter(([, pattern]) => pattern.test(words));
  const [first] = found;
  if (!first || found.length > 1 || MADE_FIT.test(words.replace(DENIED, ' '))) return undefined;
  return first[0];
}

/** The wording that a question is asked about: answered once, for every row that writes so. */
export const wordingOf = spaced;

/** "not", as it is said and written, with nothing but small words between it and what it denies. */
const NOT =
  /\b(?:no|non|not|un|never|nobody|do ?nt|do no|(?:ca|must|should|is|are|wo)nt|cannot)(?:[ -](?:for|to|be|been|being|yet|very|quite|really|fit|ok|okay|good|suitable|meant|it|this|any|longer|the|as|can|should|must|may|human|people))*[ -]?/
    .source;
const forbidding: readonly RegExp[] = [
  new RegExp(`${NOT}(?:drink\\w*|drunk|potable|safe|consum\\w*|fit$)`, 'i'),
  /\bunsafe\b|\bunfit\b|\bcondemned\b|\bcontaminat|\btaint|\bpoison|\btoxic|\bspoil(?:ed|t)\b|\bboil (?:water )?notice\b/i,
  // kept for something else
  /\b(?:flush|toilet|wash|laundry|garden|irrigat|livestock|animal|cattle|clean)\w*(?: water)? only\b|\bonly for (?!drink)|\bfor (?:the )?(?:flush|toilet|laundry|garden|livestock)/i,
  // what is done before, and what came after
  /\bboil(?:ed)? (?:it |this )?(?:first|before)\b|\b(?:to|must|needs? to) be boiled\b|\bdiarrh|\bvomit|\b(?:made|makes?) \w+ (?:ill|sick)\b|\bfell (?:ill|sick)\b/i,
  // what a nose or an eye finds
  /(?<!\bno |\bnot |\bnever |\bwithout )\b(?:cloud(?:y|ed)|murky|turbid|discolou?red|green(?:ish)? (?:tinge|water|film|stuff)|(?:gone|turned|went|is|looks?) (?:green|brown|yellow|cloudy)|brown(?:ish)? water|rust(?:y)? water|float(?:s|ing)\b|film on|worms?\b|larvae)/i,
  /(?<!\bno |\bnot |\bwithout )(?:\bsmell(?!\w* (?:of nothing|fine|good|fresh|ok|clean|right))|\bstink|\bstank\b|\bstench|\balgae\b|\bslim[ey]|\bmould|\bmold)/i,
];

/** Something written beside a row that forbids to drink from it, whatever else it says. A word too many costs a test; one too few, health. */
export const forbidsDrinking = (text: string): boolean => {
  const plain = text.replace(/[’']/g, '').replace(/\s+/g, ' ').trim();
  return forbidding.some(pattern => pattern.test(plain));
};
