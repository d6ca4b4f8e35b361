/**
 * A remark before the question: “does the weather hurt us? punctuality by weather”, “that is a jump. put it beside last year”.
 * Where the whole cannot be read, it is left out, and told as left out, if it is a sentence of its own that asks for nothing:
 * whatever it names is named again behind it, and all its other words are those of remarks.
 */
import { contentOf } from './wording/plain';
import { NEVER_PARTS } from './grammar/grammar';
import { Question } from './question';
import { singular, tokenise } from './tokens';
import type { ReadContext } from './understand';

/** The end of a first sentence, with what stands between it and the next. */
const END = /[.!?]+\s+(?=\S)/;
/** Remarks are short. */
const MOST_WORDS = 10;
/** What remarks are made of: any other word may say what is asked about. */
const REMARKING: ReadonlySet<string> = new Set(
  (
    'please pls thanks thank ok okay yes yeah hello hi hey sorry team zud a an the to at in on and but so too very quite rather really just such much many lot lots bit little here there now then well ok okay hm hmm hmmm oh ah aha wow gosh ' +
    'what how why something anything nothing somehow surely certainly clearly obviously apparently maybe perhaps ' +
    'jump dip spike surprise shock shame pity relief difference gap problem worry concern mess puzzle mystery story picture news ' +
    'big huge large small tiny steep sharp high low higher lower good bad better worse great fine nice odd strange weird funny interesting surprising unexpected expected normal unusual ' +
    'alarming worrying encouraging promising disappointing impressive striking clear true right wrong fair enough impossible possible likely ' +
    'hurt hurts help helps matter matters cost costs affect affects bother bothers worry worries surprise surprises explain explains happen happened happening ' +
    'going doing wonder wondering thought think guess suppose see seen look know said told remember recall expect believe doubt mean means work works made make makes sense'
  ).split(' '),
);

/** One of these is in any sentence: a word alone (“wholesale. revenue by month”) may say of what is asked. */
const SAYS: ReadonlySet<string> = new Set(
  'is are was were do does did have has had it its that thats this we i us they you am im can could will would should feels looks seems'.split(
    ' ',
  ),
);

/** @returns how many letters of the text are a remark, with what parts it from the rest; 0 where none are */
export function remarkBefore(text: string, { names, calendar }: ReadContext): number {
  const end = END.exec(text);
  if (end === null) return 0;
  const tokens = tokenise(text.slice(0, end.index));
  const said = new Set(tokenise(text.slice(end.index)).map(({ word }) => singular(word)));
  if (tokens.length < 2 || tokens.length > MOST_WORDS || !tokens.some(({ word }) => SAYS.has(word))) return 0;
  const named = contentOf(new Question(tokens, names.model, names, calendar, NEVER_PARTS));
  const isRemark = tokens.every(
    ({ word, kind }, at) =>
      kind === 'comma' ||
      (kind === 'word' && (named.includes(at) ? said.has(singular(word)) : SAYS.has(word) || REMARKING.has(word))),
  );
  return isRemark ? end.index + end[0].length : 0;
}
