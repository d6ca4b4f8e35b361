/** Grammar of listings of detail records, of moves along the trail, and of what cannot be done here. */
import { plainNaming } from '../../reading/words';
import { measureOf } from '../../model/calculation';
import { factHasLevel, factsOf, measure as measureNamed } from '../../model/model';
import { definitionText } from '../../reading/definition';
import type { Key, Listed } from '../../reading/schema';
import { followUp, intent, refused, type Intent } from '../intent';
import type { Question } from '../question';
import { list, only } from './conditions';
import { HARMLESS } from './harmless';
import type { Parts, Rule } from './rule';

const columns = (parts: Parts) => (parts['ColumnList'] as Listed[] | undefined) ?? [];
const rows = (parts: Parts): Intent =>
  intent({
    do: 'rows',
    how: 'list',
    columns: [...columns(parts)],
    ...(parts['Fact'] === undefined ? {} : { fact: parts['Fact'] as string }),
  });

const RECORDS =
  '(rows|records|raw data|details|line items|detail records|underlying rows|underlying records|underlying data|raw records|single records|individual records|raw rows|detail rows)';
const SHOW = '[(show|list|see|view|get|give me|open|display|what are)]';
const MOVED = '(change|changes|rise|fall|drop|growth|decline|difference|increase|decrease|movement)';
const ORDERS =
  'Zud answers questions about the data; it does not change them, send them or act elsewhere. Use “Pin to a board” and “Share” to pass an answer on.';
/** What people are told to do; these words may be parts of names as well, so they are no words of the grammar. */
const ORDERING: ReadonlySet<string> = new Set([
  'text',
  'call',
  'phone',
  'ring',
  'message',
  'notify',
  'remind',
  'tell',
  'ask',
  'invite',
  'warn',
]);
const refusal = (text: string) => (): Intent => ({ ...refused(text), followUp: true });

export const LISTING_RULES: readonly Rule<Question>[] = [
  { gives: 'Column', form: '{Level}', means: (p): Listed => ({ kind: 'level', level: p['Level'] as string }) },
  { gives: 'Column', form: '{Measure}', means: (p): Listed => ({ kind: 'measure', measure: p['Measure'] as string }) },
  {
    gives: 'Column',
    form: '{DateRole}',
    means: (p): Listed => ({ kind: 'date', role: p['DateRole'] as string }),
    cost: 0.05,
  },
  { gives: 'ColumnList', form: '{Column}', means: (p) => [p['Column']] },
  { gives: 'ColumnList', form: '{Column} (,|and|, and|&) {ColumnList}', means: (p) => [p['Column'], ...columns(p)] },

  {
    gives: 'Intent',
    form: `${SHOW} ${RECORDS} [behind (it|this|that|them)]`,
    means: rows,
    examples: ['show the rows'],
  },
  { gives: 'Intent', form: `${SHOW} ${RECORDS} with {ColumnList}`, means: rows, cost: -0.05 },
  { gives: 'Intent', form: `${SHOW} {Fact} ${RECORDS}`, means: rows, cost: -0.1 },
  { gives: 'Intent', form: `[as] ${RECORDS} of {Fact}`, means: rows, cost: -0.1 },
  { gives: 'Intent', form: `[as] ${RECORDS} of {Fact} with {ColumnList}`, means: rows, cost: -0.15 },
  {
    gives: 'Intent',
    form: '(list|list all|show all|show me all|show the individual|list the individual|show the single) {Fact}',
    means: rows,
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '(list|list all|list the individual|list the single) {Members}',
    means: (p, q) => listedMembers(p, q),
    cost: 0.05,
  },
  {
    gives: 'Intent',
    form: '(list|list all|show all|show the individual) {Fact} with {ColumnList}',
    means: rows,
    cost: -0.15,
  },
  {
    gives: 'Intent',
    form: 'which {Fact} (are|were|is|was) (these|those|they|this|that|it)',
    means: (p) => ({ ...rows(p), followUp: true }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(list|show|see|open) (them|these|those) [(all|in full|one by one)]',
    means: () => followUp({ do: 'whichAreThese' }),
    cost: -0.1,
    examples: ['list them'],
  },
  {
    gives: 'Intent',
    form: '(list|show|show me|see) (them|these|those) (with|and) [their] {ColumnList}',
    means: (p) => followUp({ do: 'rows', how: 'list', columns: [...columns(p)] }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(show|list|see|open|show me|let me see) (those|these) {Fact}',
    means: (p) => ({ ...rows(p), followUp: true }),
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: `${SHOW} {Fact} behind (it|this|that|them)`,
    means: (p) => ({ ...rows(p), followUp: true }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: 'how many (is|are|was|were) (that|those|there|they|these|it) [(in total|in all|all together)]',
    means: () => followUp({ do: 'countThese' }),
    cost: -0.2,
    examples: ['how many is that'],
  },
  {
    gives: 'Intent',
    form: 'how many {Key} (is|are|was|were) (that|those|these|it)',
    means: () => followUp({ do: 'countThese' }),
    cost: -0.4,
    examples: ['how many months is that'],
  },
  {
    gives: 'Intent',
    form: '[(and|so)] how many of (them|these|those) (are|were|is|was|have|had|come from|came from) {Members}',
    means: (p) => followUp({ do: 'countThese', except: list(p).level }, ...only(p).edits),
    cost: -0.6,
  },
  {
    gives: 'Intent',
    form: '[(and|so)] how many',
    means: (_p, q) =>
      q.tokens.every((token) => token.kind !== 'word' || HARMLESS.has(token.word))
        ? followUp({ do: 'countThese' })
        : null,
    cost: 0.6,
    examples: ['how many'],
  },
  {
    gives: 'Intent',
    form: 'how many (such|of those|of these|of such) {Key} [(are|were) there]',
    means: () => followUp({ do: 'countThese' }),
    cost: -0.4,
    examples: ['how many such months were there'],
  },
  {
    gives: 'Intent',
    form: '(which|what) [ones] (are|were) (these|those|they)',
    means: () => followUp({ do: 'whichAreThese' }),
    examples: ['which are these'],
  },
  {
    gives: 'Intent',
    form: 'who (are|were) (these|those|they)',
    means: () => followUp({ do: 'whichAreThese' }),
    examples: ['who are they'],
  },
  {
    gives: 'Intent',
    form: '[(show|list|show me|tell me|and)] which ones [(are they|are these|are those|exactly)]',
    means: () => followUp({ do: 'whichAreThese' }),
  },
  {
    gives: 'Intent',
    form: '(which|what) {Level} (are|were) (these|those|they)',
    means: (p) => followUp({ do: 'whichAreThese', level: p['Level'] as string }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(add|also show|include|with) {ColumnList} [(too|also|as well|column|columns|as columns|as a column)]',
    means: (p) => followUp({ do: 'columns', columns: columns(p) }),
    cost: 0.2,
  },
  {
    gives: 'Intent',
    form: 'with {ColumnList}',
    means: (p, q) => (asksForRows(q) ? intent({ do: 'columns', columns: columns(p) }) : null),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '(list|list all|list all the|list the individual|list the single|show me all|show all) {Measure:records}',
    means: recordsCounted,
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(close|hide|leave|no|without|drop) [the] (rows|records|listing|list)',
    means: () => followUp({ do: 'rows', how: 'stop', columns: [] }),
    examples: ['hide the rows'],
  },
  {
    gives: 'Intent',
    form: '(back to [the] (figures|numbers|chart|totals))',
    means: () => followUp({ do: 'rows', how: 'stop', columns: [] }),
    cost: 0.05,
    examples: ['back to the figures'],
  },

  {
    gives: 'Intent',
    form: '(how is|how are|how do you|how do we) [(calculate|compute|define|count|measure)] {Measure} [(calculated|computed|defined|worked out|counted|measured|arrived at)]',
    means: (p, q) => ({ ...refused(measureText(p['Measure'] as string, q)) }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '[(how many|number of)] (days|weeks|months) of {Measure}',
    means: (p, q) =>
      measureNamed(q.model, p['Measure'] as string).kind === 'last'
        ? refused(
            'How long a stock will last is not computed as such; divide it by what goes out, for example “… divided by average daily …”.',
          )
        : null,
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(define|definition of|meaning of|what is the definition of|what is meant by|explain what is meant by|what do you mean by) {Measure}',
    means: (p, q) => ({ ...refused(measureText(p['Measure'] as string, q)) }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: 'what (do|does) {Measure} (mean|stand for|measure)',
    means: (p, q) => ({ ...refused(measureText(p['Measure'] as string, q)) }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `(which|what) {Key} (drove|drives|caused|explain|explains|explained|is behind|are behind|were behind|made|contributed most to|contributed to) (that|this|it|the ${MOVED})`,
    means: (p) =>
      followUp(
        { do: 'breakdown', by: [p['Key'] as Key], how: 'replace' },
        { do: 'change' },
        { do: 'saidChangeOrder', on: 'difference', direction: 'down' },
      ),
    cost: -0.3,
    examples: ['which months drove that'],
  },
  {
    gives: 'Intent',
    form: '(summarise|summarize|sum up|summary|in short|in a few words|give me the gist|gist|key points|main points|takeaways|key takeaways) [[of] (this|that|it)]',
    means: () => ({ ...followUp(), analysis: 'summary' }),
  },
  {
    gives: 'Intent',
    form: '(e mail|email|send|mail|print|delete|publish|share|export|download|save|pin) (this|that|it|everything) [to {AnyWord}]',
    means: refusal(ORDERS),
  },
  {
    gives: 'Intent',
    form: '{AnyWord:order} {Members} [(the|this|that|these)] [(numbers|figures|results|report|chart|answer)]',
    means: (p) => (ORDERING.has(String(p['order']).toLowerCase()) ? refusal(ORDERS)() : null),
    cost: -0.2,
  },

  {
    gives: 'Intent',
    form: '(i would like to (see|know|have|compare)|i like to (see|know)|i want to (see|know|have)|i need to (see|know|have)|we need to (see|know|have)|we want to (see|know|have)|let me see|help me (see|understand)|can you (show|tell|give)|could you (show|tell|give)|would you (show|tell|give)|do you know|please (show|tell|give)|go ahead and show|i am looking for|looking for|i am interested in)',
    means: () => ({ edits: [] }),
    cost: -0.2,
    examples: [],
  },
  {
    gives: 'Intent',
    form: '(no|no no|sorry|oops|wait|no wait|no sorry|hmm|ah|oh) ,',
    means: () => ({ edits: [] }),
    cost: 0.1,
    examples: [],
  },
  {
    gives: 'Intent',
    form: '(i meant|i mean|i meant to say|sorry i meant)',
    means: () => ({ edits: [] }),
    cost: 0.1,
    examples: [],
  },
  {
    gives: 'Intent',
    form: '(undo|back|go back|undo that|step back|go back one step|previous step|one step back|take that back|back one step|back please)',
    means: () => ({ edits: [], followUp: true, move: 'back' }),
    examples: ['undo', 'go back'],
  },
  {
    gives: 'Intent',
    form: '(back to [the] first one|back to [the] first|back to [the] beginning|back to [the] start|back to [the] first (question|step|answer)|go [back] to [the] (first one|first step|beginning|start))',
    means: () => ({ edits: [], followUp: true, move: 'first' }),
    examples: ['back to the first one'],
  },
  {
    gives: 'Intent',
    form: '(start over|start again|start afresh|reset everything|start from scratch|begin again|reset|clear everything|from scratch)',
    means: () => ({ edits: [{ do: 'clear', what: 'everything' }], fresh: true }),
    examples: ['start over'],
  },
  {
    gives: 'Intent',
    form: '(new question|different question|another question|new topic|fresh question|something else|now something different)',
    means: () => ({ edits: [], fresh: true }),
    examples: ['new question'],
  },
];

/** Is it a list that is asked for? */
const asksForRows = ({ tokens }: Question): boolean =>
  tokens.some((token) => token.word === 'list' || token.word === 'rows' || token.word === 'records');

/** "list leavers", where these are counted: their records. */
function recordsCounted(parts: Parts, { model }: Question): Intent | null {
  const records = measureNamed(model, parts['records'] as string);
  if (records.kind !== 'count' || records.only.length > 0) return null;
  return intent(
    { do: 'show', how: 'replace', shown: [{ calculation: measureOf(records.id), transform: null }] },
    { do: 'rows', how: 'list', fact: records.fact, columns: [] },
  );
}

/** What a measure means, for who asks that rather than for its value. */
function measureText(measure: string, { model }: Question): string {
  return `${measureNamed(model, measure).name}: ${definitionText(measure, plainNaming(model))} Ask for it by name to see it.`;
}

/** "list the weddings": the records that have that member, of the usual measure's fact where it knows the level, else of the only one that does. */
function listedMembers(parts: Parts, { model }: Question): Intent | null {
  const { level, members } = parts['Members'] as { level: string; members: readonly string[] };
  const usual = factsOf(model, measureOf(model.defaultMeasure));
  const knowing = [...model.facts.keys()].filter((fact) => factHasLevel(model, fact, level));
  const [fact, second] = usual.some((one) => knowing.includes(one)) ? usual : knowing;
  if (fact === undefined || second !== undefined) return null;
  return intent(
    { do: 'rows', how: 'list', columns: [], fact },
    { do: 'condition', how: 'only', condition: { kind: 'members', level, is: true, members: [...members] } },
  );
}
