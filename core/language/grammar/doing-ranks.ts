/** Grammar of ranks by what members do, which a verb tells: "who delivered the most", "which crew fixed the most faults". */
import { measureOf, type Calculation } from '../../model/calculation';
import { byLevel } from '../../reading/schema';
import { intent, type Intent, type Sense } from '../intent';
import type { Question } from '../question';
import { dateVerbs } from '../names/name-index';
import { sameVerb, speaksOf } from '../names/derived';
import { isLengthOfTime } from '../settling/amounts';
import { nameWords, singular } from '../tokens';
import { first, rank, tailOf, ten } from './ranks';
import type { Parts, Rule } from './rule';
import { measureOfVerb } from './verbs';

export const DOING_RANK_RULES: readonly Rule<Question>[] = [
  ...(['most', 'least'] as const).map((word): Rule<Question> => ({
    gives: 'Intent',
    form: `[the] [{Number}] ${word} {AnyWord:verb} {Key} [{RankTail}]`,
    means: (p, q) => mostDone(p, word, q),
    cost: -0.3,
  })),
  {
    gives: 'Intent',
    form: '(which|what) {Key} {DateVerb} {Sense} {Calculation}',
    means: (p) => withDateVerb(first(null)(p), p),
    cost: -0.25,
  },
  {
    gives: 'Intent',
    form: 'who {AnyWord:verb} [the] {Sense} {AnyWord:noun}',
    means: (p, q) => {
      const measure = doneToNoun(p, q);
      return measure === null
        ? null
        : intent({ do: 'kindRank', kind: 'person', sense: p['Sense'] as Sense, by: measureOf(measure) });
    },
    cost: -0.7,
  },
  {
    gives: 'Intent',
    form: '(which|what) {Key} {AnyWord:verb} [the] {Sense} {AnyWord:noun}',
    means: (p, q) => {
      const measure = doneToNoun(p, q);
      return measure === null ? null : first(null)({ ...p, Calculation: measureOf(measure) });
    },
    cost: -0.8,
  },
  { gives: 'Intent', form: '(which|what) {Key} {Finding} [the] {Sense} {Calculation}', means: first(null), cost: -0.1 },
  {
    gives: 'Intent',
    form: 'who {Finding} [the] {Sense} {Calculation}',
    means: (p) =>
      intent({ do: 'kindRank', kind: 'person', sense: p['Sense'] as Sense, by: p['Calculation'] as Calculation }),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: 'who {AnyWord:verb} [the] {Sense} {Measure}',
    means: (p, q) =>
      doneTo(p, q, (measure) =>
        intent({ do: 'kindRank', kind: 'person', sense: p['Sense'] as Sense, by: measureOf(measure) }),
      ),
    cost: -0.8,
  },
  {
    gives: 'Intent',
    form: '{Level} {AnyWord:verb} [the] {Sense} {Measure}',
    means: (p, q) =>
      /ing$/i.test(String(p['verb']))
        ? doneTo(p, q, (measure) => ten({ ...p, Key: byLevel(p['Level'] as string), Calculation: measureOf(measure) }))
        : null,
    cost: -0.8,
  },
  {
    gives: 'Intent',
    form: '(which|what) {Key} {AnyWord:verb} [the] {Sense} {Measure}',
    means: (p, q) => doneTo(p, q, (measure) => first(null)({ ...p, Calculation: measureOf(measure) })),
    cost: -0.9,
  },
  ...(['most', 'least'] as const).map((word): Rule<Question> => ({
    gives: 'Intent',
    form: `(which|what) {Key} [(is|are|was|were|get|gets|got|do|did|does)] {AnyWord:verb} [the] ${word}`,
    means: (p, q) => doneMost(p, word, q),
    cost: -0.1,
  })),
  ...(['most', 'least'] as const).flatMap((word): Rule<Question>[] => [
    {
      gives: 'Intent',
      form: `who {AnyWord:verb} [the] ${word}`,
      means: (p, q) => kindDidMost('person', p, word, q),
      cost: -0.1,
    },
    {
      gives: 'Intent',
      form: `where (do|did|does) (we|they|people|customers) {AnyWord:verb} [the] ${word}`,
      means: (p, q) => kindDidMost('place', p, word, q),
      cost: -0.1,
    },
    {
      gives: 'Intent',
      form: `when (do|did|does) (we|they|people|customers) {AnyWord:verb} [the] ${word}`,
      means: (p, q) => kindDidMost('time', p, word, q),
      cost: -0.1,
    },
  ]),
  {
    gives: 'Intent',
    form: '(which|what) {Key} {Member} [the] {Sense} {Calculation}',
    means: (p, q) => didMost(p, q, first(null)),
    cost: -0.9,
  },
  {
    gives: 'Intent',
    form: '(what|which) {AnyWord:verb} [the] {Sense} {Calculation}',
    means: (p, q) => ofVerb(p, q),
    cost: -0.5,
  },
  ...(
    [
      ['where', 'place'],
      ['when', 'time'],
    ] as const
  ).flatMap(([word, kind]): Rule<Question>[] => [
    {
      gives: 'Intent',
      form: `${word} (do|did|does|are|were) (we|they|people|customers) {AnyWord:verb} [the] {Sense} {Measure}`,
      means: (p, q) =>
        doneTo(p, q, (measure) => intent({ do: 'kindRank', kind, sense: p['Sense'] as Sense, by: measureOf(measure) })),
      cost: -0.8,
    },
    ...(
      [
        ['(longest|slowest)', 'top'],
        ['(shortest|quickest|fastest|least)', 'bottom'],
      ] as const
    ).map(([words, sense]): Rule<Question> => ({
      gives: 'Intent',
      form: `${word} (do|did|does) (we|they|people|customers) {AnyWord:verb} [the] ${words}`,
      means: (p, q) => doneSoonest(p, sense, q, kind),
      cost: -0.4,
    })),
  ]),
  ...(
    [
      ['(fastest|quickest|soonest|most quickly)', 'bottom'],
      ['(slowest|most slowly|last)', 'top'],
    ] as const
  ).map(([words, sense]): Rule<Question> => ({
    gives: 'Intent',
    form: `who {AnyWord:verb} ${words}`,
    means: (p, q) => doneSoonest(p, sense, q),
    cost: -0.4,
  })),
  {
    gives: 'Intent',
    form: 'who {Member} [the] {Sense} {Calculation}',
    means: (p, q) =>
      didMost(p, q, (parts) =>
        intent({
          do: 'kindRank',
          kind: 'person',
          sense: parts['Sense'] as Sense,
          by: parts['Calculation'] as Calculation,
        }),
      ),
    cost: -0.7,
  },
];

/** "who answers fastest": by the only measure of how long that takes. */
function doneSoonest(
  parts: Parts,
  sense: Sense,
  { model }: Question,
  kind: 'person' | 'place' | 'time' = 'person',
): Intent | null {
  const verb = String(parts['verb']).toLowerCase();
  const [only, second] = [...model.measures.values()].filter(
    (one) => one.hidden !== true && one.unit !== undefined && isLengthOfTime(one.unit) && speaksOf(one, verb),
  );
  return only === undefined || second !== undefined
    ? null
    : intent({ do: 'kindRank', kind, sense, by: measureOf(only.id) });
}

/** "what caused the most downtime", by the causes: the only level that is named by that verb. */
function ofVerb(parts: Parts, { model }: Question): Intent | null {
  const verb = String(parts['verb']).toLowerCase();
  const [only, second] = [...model.levels.values()].filter(({ level }) => speaksOf(level, verb));
  return only === undefined || second !== undefined ? null : first(null)({ ...parts, Key: byLevel(only.level.id) });
}

/** "worked the most hours", of Hours worked; "collects the most rent", of Rent collected, where rent alone is another measure: the one that verb and noun name together. */
export function doneTo<Made>(
  parts: Parts,
  { model, names }: Question,
  made: (measure: string) => Made | null,
): Made | null {
  const said = model.measures.get(parts['Measure'] as string);
  const verb = String(parts['verb']).toLowerCase();
  if (said === undefined) return null;
  if (speaksOf(said, verb) || names.meantByVerb(verb).some((one) => one.named.id === said.id)) return made(said.id);
  const nouns = new Set([said.name, ...said.synonyms].flatMap(nameWords));
  const both = [...model.measures.values()].filter(
    (one) =>
      one.hidden !== true &&
      speaksOf(one, verb) &&
      [one.name, ...one.synonyms].some((name) => nameWords(name).some((word) => nouns.has(word))),
  );
  // “missed the most calls” is of Missed calls rather than of Missed call rate
  const whole = both.filter((one) =>
    [one.name, ...one.synonyms].some((name) =>
      nameWords(name).every((word) => nouns.has(word) || sameVerb(word, verb)),
    ),
  );
  const [only, second] = whole.length > 0 ? whole : both;
  return only === undefined || second !== undefined ? null : made(only.id);
}

/** "picked the most grapes", of Grapes picked, where grapes alone are a level: the only measure that verb and noun name together. */
function doneToNoun(parts: Parts, { model }: Question): string | null {
  const [verb, noun] = [String(parts['verb']).toLowerCase(), singular(String(parts['noun']).toLowerCase())];
  const [only, second] = [...model.measures.values()].filter(
    (one) =>
      one.hidden !== true &&
      [one.name, ...one.synonyms].some((name) => {
        const words = nameWords(name);
        return (
          words.length === 2 && words.includes(noun) && words.some((word) => word !== noun && sameVerb(word, verb))
        );
      }),
  );
  return only === undefined || second !== undefined ? null : only.id;
}

/** "most played episodes", where plays are counted: ranked by the only measure that the verb speaks of. */
function mostDone(parts: Parts, most: 'most' | 'least', question: Question): Intent | null {
  const verb = String(parts['verb']).toLowerCase();
  if (!/(ed|en|ld|ought|rn)$/.test(verb)) return null;
  const only = measureOfVerb(verb, question);
  if (only === null || tailOf(parts).by !== undefined) return null;
  return rank(
    { ...parts, Sense: most === 'most' ? 'top' : 'bottom', Calculation: measureOf(only) },
    (parts['Number'] as number | undefined) ?? 10,
  );
}

/** "which adviser declined the most applications", where Declined is a member: the rank is among what is theirs. */
function didMost(parts: Parts, { names, model }: Question, made: (parts: Parts) => Intent | null): Intent | null {
  const { level, member } = parts['Member'] as { level: string; member: string };
  const dated = [...model.dates.values()].some((date) => dateVerbs(date).includes(member.toLowerCase()));
  const rank = /ed$/i.test(member) && !dated && names.hasMember(level, member) ? made(parts) : null;
  return (
    rank && {
      ...rank,
      edits: [
        ...rank.edits,
        { do: 'condition', how: 'only', condition: { kind: 'members', level, is: true, members: [member] } },
      ],
    }
  );
}

/** "which items are wasted most", where the model measures waste; "which trade costs the most", where one measure is of costs. */
const AFTER_MOST: ReadonlySet<string> = new Set(
  'in on at for by per of during since from last this previous so today yesterday until between over within and'.split(
    ' ',
  ),
);
function doneMost(parts: Parts, most: 'most' | 'least', question: Question): Intent | null {
  const measure = measureDone(parts, most, question);
  return measure === null
    ? null
    : first(most === 'most' ? 'top' : 'bottom')({ ...parts, Calculation: measureOf(measure) });
}

/** "who delivered the most", "where do we lose the most". */
function kindDidMost(
  kind: 'person' | 'place' | 'time',
  parts: Parts,
  most: 'most' | 'least',
  question: Question,
): Intent | null {
  const measure = measureDone(parts, most, question);
  return measure === null
    ? null
    : intent({ do: 'kindRank', kind, sense: most === 'most' ? 'top' : 'bottom', by: measureOf(measure) });
}

/** The only measure of what a verb before “the most” says. */
function measureDone(parts: Parts, most: 'most' | 'least', question: Question): string | null {
  const { tokens } = question;
  const word = String(parts['verb']).toLowerCase();
  // “fixes the most jobs” is about jobs
  const after = tokens[tokens.findLastIndex((token) => token.word === most) + 1];
  if (after !== undefined && after.kind !== 'comma' && !AFTER_MOST.has(after.word)) return null;
  return measureOfVerb(word, question);
}

/** "which technician fixed the most faults": the date of what they did. */
function withDateVerb(made: Intent | null, parts: Parts): Intent | null {
  return made && { ...made, edits: [...made.edits, { do: 'saidDateVerb', role: parts['DateVerb'] as string }] };
}
