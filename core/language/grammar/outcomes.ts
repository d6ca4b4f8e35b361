/** Grammar of what came of records: "percentage of inspections that failed", "failure rate by station", "failed inspections as a share of all inspections". Gives `Term` and edits. */
import { arithmetic, measureOf, type Calculation } from '../../model/calculation';
import { partOf, type Model } from '../../model/model';
import type { Measure } from '../../model/schema';
import type { Key } from '../../reading/schema';
import { intent, refused, type Intent, type SaidEdit } from '../intent';
import type { NameIndex } from '../names/name-index';
import { isDone, sameVerb, stemOf, verbNouns } from '../names/derived';
import { relativesOf } from '../names/thesaurus';
import { nameWords, plainLetters, singular } from '../tokens';
import type { Question } from '../question';
import { WITHOUT } from './little-words';
import type { Parts, Rule } from './rule';

interface Outcome {
  readonly level: string;
  readonly member: string;
}

/** A level with more members than this holds names rather than outcomes. */
const MOST_OUTCOMES = 30;

/** Does a level say something of each record of a table: a column of its own, of no person and no place? */
function isOutcomeLevel(level: string, table: string | undefined, model: Model): boolean {
  const found = model.levels.get(level)?.level;
  return found?.kind === 'thing' && found.column.split('.')[0] === table;
}

const tableOf = (measure: string, model: Model): string | undefined => {
  const found = model.measures.get(measure);
  return found?.kind === 'count' ? model.facts.get(found.fact)?.table : undefined;
};

/** The one member that is named. */
function outcomeIn(parts: Parts): Outcome {
  const { level, members } = parts['NamedMember'] as { level: string; members: readonly string[] };
  return { level, member: members[0] ?? '' };
}

const part = (parts: Parts, { model }: Question): Calculation | null =>
  partOf(model, parts['Measure'] as string, outcomeIn(parts));

/** "percentage of inspections failed": of all inspections; a place after them would only say where. */
function partDone(parts: Parts, question: Question): Calculation | null {
  const table = tableOf(parts['Measure'] as string, question.model);
  return table !== undefined && isOutcomeLevel(outcomeIn(parts).level, table, question.model)
    ? part(parts, question)
    : null;
}

/**
 * "percentage of sailings that were cancelled because of weather": of all sailings, not of those cancelled. What was done is told by
 * the only measure that counts such records of the same table.
 */
function partDoneBecause(parts: Parts, { model }: Question): Calculation | null {
  const whole = parts['Measure'] as string;
  const table = tableOf(whole, model);
  const done = plainLetters(String(parts['done']));
  const [only, second] = [...model.measures.values()].filter(
    (one) =>
      one.kind === 'count' &&
      one.only.length > 0 &&
      tableOf(one.id, model) === table &&
      nameWords(one.name).includes(done),
  );
  if (table === undefined || only === undefined || second !== undefined || !isDone(done)) return null;
  return arithmetic('divide', { kind: 'ofMember', measure: only.id, ...outcomeIn(parts) }, measureOf(whole));
}

/** Does a measure count some of the records that another is of: those of a condition, or those that the model takes a rate of? */
function isSomeOf(part: Measure, whole: Measure, { model }: Question): boolean {
  if (!('fact' in part) || !('fact' in whole) || part.id === whole.id) return false;
  const table = (fact: string) => model.facts.get(fact)?.table;
  const isRated = [...model.measures.values()].some(
    (one) => one.kind === 'ratio' && one.of === part.id && model.measures.get(one.per)?.kind === 'count',
  );
  return table(part.fact) === table(whole.fact) && ((part.kind === 'count' && part.only.length > 0) || isRated);
}

/** "how many patients died": what the verb says happened to some of the same records. */
function happenedTo(parts: Parts, question: Question): Intent | null {
  const verb = plainLetters(String(parts['verb']));
  const whole = question.model.measures.get(parts['whole'] as string);
  if (whole === undefined || !isDone(verb)) return null;
  const [only, second] = question.names.meantByVerb(verb).flatMap(({ named }) => {
    const measure = named.kind === 'measure' ? question.model.measures.get(named.id) : undefined;
    return measure === undefined ? [] : [measure];
  });
  return only === undefined || second !== undefined || !isSomeOf(only, whole, question)
    ? null
    : intent({ do: 'show', how: 'replace', shown: [{ calculation: measureOf(only.id), transform: null }] });
}

/** "what share of claims do we reject": of all of them, those of which this was done, which a measure counts or a level tells. */
function partByVerb(parts: Parts, question: Question): Intent | null {
  const { model, names } = question;
  const whole = parts['Measure'] as string;
  const [said, table, all] = [String(parts['verb']), tableOf(whole, model), model.measures.get(whole)];
  const verb = plainLetters(said);
  if (table === undefined || all === undefined) return null;
  const verbs = [verb, ...relativesOf(verb)];
  const tells = (name: string) =>
    nameWords(name).some((word) => isDone(word) && verbs.some((one) => sameVerb(word, one)));
  const counted = [...model.measures.values()].filter(
    (one) => [one.name, ...one.synonyms].some(tells) && isSomeOf(one, all, question),
  );
  const outcomes = [...model.levels.values()].flatMap(({ level }) =>
    isOutcomeLevel(level.id, table, model)
      ? names.membersOf(level.id).flatMap((member) => (tells(member) ? [{ level: level.id, member }] : []))
      : [],
  );
  const [only] = counted;
  const [outcome] = outcomes;
  const shares =
    counted.length === 1 && only !== undefined
      ? arithmetic('divide', measureOf(only.id), measureOf(whole))
      : counted.length === 0 && outcomes.length === 1 && outcome !== undefined
        ? partOf(model, whole, outcome)
        : null;
  if (shares !== null) return intent({ do: 'show', how: 'replace', shown: [{ calculation: shares, transform: null }] });
  // “declined” is what happened to claims here, not what claims did
  return isDone(said) || !CHANGED.test(verb)
    ? null
    : refused(`Nothing in this model says which of them “${said}” means.`);
}
const CHANGED = /^(decline|drop|increase|decrease|cut|raise|lower|reduce)$/;

/** "failed inspections as a percentage of all inspections". */
const partOfAllOfThem = (parts: Parts, question: Question): Calculation | null =>
  parts['Measure'] === parts['whole'] ? part(parts, question) : null;

/** "app bookings as a share of web bookings": what one member has, divided by what another has. */
function oneOfAnother(parts: Parts, { model }: Question): Calculation | null {
  const measure = parts['Measure'] as string;
  const [one, other] = [parts['first'], parts['second']].map((named) => {
    const { level, members } = named as { level: string; members: readonly string[] };
    return members.length === 1 ? { level, member: members[0] ?? '' } : null;
  });
  if (!one || !other || (one.level === other.level && one.member === other.member)) return null;
  if ((parts['whole'] ?? measure) !== measure) return null;
  if ([one, other].some((named) => partOf(model, measure, named) === null)) return null;
  return arithmetic('divide', { kind: 'ofMember', measure, ...one }, { kind: 'ofMember', measure, ...other });
}

/** "cancelled sailings for cause Weather divided by sailings": those of one member, divided by all of the other measure. */
function ofMemberOfAll(parts: Parts, { model }: Question): Calculation | null {
  const [measure, whole] = [parts['Measure'] as string, parts['whole'] as string];
  const named = outcomeIn(parts);
  return measure === whole || partOf(model, measure, named) === null
    ? null
    : arithmetic('divide', { kind: 'ofMember', measure, ...named }, measureOf(whole));
}

/** "without returns", of what was returned. */
function outcomeOfNoun(parts: Parts, { names }: Question): Outcome | null {
  const word = plainLetters(String(parts['noun']));
  const [only, second] = outcomesOf(names).get(singular(word)) ?? [];
  return only === undefined || second !== undefined || !NOUN.test(word) || names.knowsWord(singular(word))
    ? null
    : only;
}
/** A verb in its plain form is no noun: “approve the application” orders something to be done. */
const NOUN = /(s|ion|ment|al|ure|ance|ence|ing)$/;

/** "which country returns the most": by how many records there are of that outcome. */
function mostOfOutcome(parts: Parts, sense: 'top' | 'bottom', { model, names }: Question): Intent | null {
  const [only, second] = outcomesOf(names).get(stemOf(plainLetters(String(parts['verb'])))) ?? [];
  const count = only === undefined || second !== undefined ? null : countOf(only.level, model);
  if (only === undefined || count === null) return null;
  const key = parts['Key'] as Key;
  return intent(
    ...countedOf(count, only),
    { do: 'breakdown', how: 'join', by: [key] },
    {
      do: 'saidRank',
      sense,
      rank: { count: 10, percent: false, of: key, by: null, within: null, others: false, marked: true },
    },
  );
}

/** The records that a measure counts, of one outcome. */
const countedOf = (count: string, { level, member }: Outcome): readonly SaidEdit[] => [
  { do: 'show', how: 'replace', shown: [{ calculation: measureOf(count), transform: null }] },
  { do: 'condition', how: 'only', condition: { kind: 'members', is: true, level, members: [member] } },
];

function withoutOutcome(parts: Parts, question: Question): Intent | null {
  const found = outcomeOfNoun(parts, question);
  return found === null
    ? null
    : intent({
        do: 'condition',
        how: 'exclude',
        condition: { kind: 'members', is: false, level: found.level, members: [found.member] },
      });
}

/** "cancellations by country": the records of that outcome, where nothing else is measured. */
function countedOutcome(parts: Parts, question: Question): Intent | null {
  const found = outcomeOfNoun(parts, question);
  if (found === null) return null;
  const measured = question.tokens.some((_token, at) =>
    question.namesAt(at).some(({ match }) => match.named.kind === 'measure'),
  );
  const count = measured ? null : countOf(found.level, question.model);
  return count === null ? null : intent(...countedOf(count, found));
}

/** "failure rate", of inspections that failed: by the only outcome whose verb has this noun. */
function rateOfOutcome(parts: Parts, { model, names }: Question): Calculation | null {
  const [only, second] = outcomesOf(names).get(plainLetters(String(parts['noun']))) ?? [];
  return only === undefined || second !== undefined ? null : rate(only, model);
}

/** The share of records of one outcome, where one measure counts the records it is of. */
function rate(outcome: Outcome, model: Model): Calculation | null {
  const count = countOf(outcome.level, model);
  return count === null ? null : partOf(model, count, outcome);
}

/** The only measure that counts the records which a level says something of. */
function countOf(level: string, model: Model): string | null {
  const [only, second] = [...model.measures.values()].filter(
    (one) =>
      one.kind === 'count' &&
      one.only.length === 0 &&
      one.hidden !== true &&
      isOutcomeLevel(level, tableOf(one.id, model), model),
  );
  return only === undefined || second !== undefined ? null : only.id;
}

/** Nouns of what members say was done: "failure" of Failed, "approval" of Approved. */
function outcomesOf(names: NameIndex): ReadonlyMap<string, readonly Outcome[]> {
  const there = OUTCOMES.get(names);
  if (there !== undefined) return there;
  const made = new Map<string, Outcome[]>();
  for (const { level } of names.model.levels.values()) {
    const members = level.kind === 'thing' ? names.membersOf(level.id) : [];
    if (members.length > MOST_OUTCOMES) continue;
    for (const member of members.filter((one) => isDone(plainLetters(one))))
      for (const noun of verbNouns(plainLetters(member)))
        made.set(noun, [...(made.get(noun) ?? []), { level: level.id, member }]);
  }
  OUTCOMES.set(names, made);
  return made;
}
const OUTCOMES = new WeakMap<NameIndex, ReadonlyMap<string, readonly Outcome[]>>();

const AVERAGE = '(average|mean|overall)';
const SHARE = '(share|percentage|proportion|part|fraction|%|percent|per cent)';

export const OUTCOME_RULES: readonly Rule<Question>[] = [
  {
    gives: 'Term',
    form: `[(what|which)] ${SHARE} of {NamedMember} (in|of|among) [(all|total|the)] {Measure}`,
    means: part,
    cost: -0.1,
  },
  { gives: 'Term', form: `${SHARE} of [(all|the)] {NamedMember} {Measure}`, means: part, cost: -0.1 },
  {
    gives: 'Term',
    form: `[(what|which)] ${SHARE} of [(all|the)] {Measure} (that|which|who|gets|get|got|is|are|was|were) [(have|has|had|is|are|was|were|get|gets|got)] {NamedMember}`,
    means: part,
    cost: -0.2,
  },
  {
    gives: 'Term',
    form: `[(what|which)] ${SHARE} of [(all|the)] {Measure} [(that|which)] [(is|are|was|were)] (due to|because of|caused by|owing to) {NamedMember}`,
    means: part,
    cost: -0.6,
  },
  {
    gives: 'Term',
    form: `[(what|which)] ${SHARE} of [(all|the)] {Measure} [(that|which)] [(is|are|was|were|got|get)] {AnyWord:done} (due to|because of|caused by|owing to|by|for|from) [the] {NamedMember}`,
    means: partDoneBecause,
    cost: -1,
  },
  {
    gives: 'Term',
    form: `[(what|which)] ${SHARE} of [(all|the)] {Measure} {AnyWord:verb} (on|via|by|through|with|in|at|using|from) [the] {NamedMember}`,
    means: (p, q) => (/ing$/i.test(String(p['verb'])) || isDone(String(p['verb']).toLowerCase()) ? part(p, q) : null),
    cost: -0.5,
  },
  {
    gives: 'Term',
    form: `[(what|which)] ${SHARE} of [(all|the)] {Measure} {NamedMember}`,
    means: partDone,
    cost: -0.6,
  },
  {
    gives: 'Term',
    form: `{NamedMember} {Measure} (as|as a|as the|in|as %) ${SHARE} of [(all|total|overall|all the|the total)] {Measure:whole}`,
    means: partOfAllOfThem,
    cost: -0.6,
  },
  {
    gives: 'Term',
    form: `{NamedMember} (as|as a|as the|in) ${SHARE} of [(all|total|overall|all the|the total)] {Measure}`,
    means: part,
    cost: -0.4,
  },
  {
    gives: 'Term',
    form: `{NamedMember:first} {Measure} (as ${SHARE} of|as a ${SHARE} of|in ${SHARE} of|divided by|relative to|per|for each|for every) [(all|the)] {NamedMember:second} {Measure:whole}`,
    means: oneOfAnother,
    cost: -0.9,
  },
  {
    gives: 'Term',
    form: '{Measure} for {NamedMember:first} divided by {Measure:whole} for {NamedMember:second}',
    means: oneOfAnother,
    cost: -1,
  },
  { gives: 'Term', form: '{Measure} for {NamedMember} divided by {Measure:whole}', means: ofMemberOfAll, cost: -0.9 },
  {
    gives: 'Term',
    form: '[the] ratio of {NamedMember:first} [{Measure}] to {NamedMember:second} {Measure}',
    means: oneOfAnother,
    cost: -0.6,
  },
  {
    gives: 'Term',
    form: '{NamedMember:first} to {NamedMember:second} {Measure} ratio',
    means: oneOfAnother,
    cost: -0.6,
  },
  { gives: 'Term', form: `{NamedMember} ${SHARE} of {Measure}`, means: part, cost: -0.2 },
  {
    gives: 'Intent',
    form: `[(what|which)] ${SHARE} of [(all|the|our|all the)] {Measure} (do|did|does|have|has) (we|they|you|people) {AnyWord:verb}`,
    means: partByVerb,
    cost: -1,
  },
  {
    gives: 'Intent',
    form: '(how many|number of) {Measure:whole} [(have|had|has|that|who)] {AnyWord:verb}',
    means: happenedTo,
    cost: -0.5,
  },
  { gives: 'Intent', form: `${WITHOUT} {AnyWord:noun}`, means: withoutOutcome, cost: 0.1 },
  {
    gives: 'Intent',
    form: '[(number of|how many)] {AnyWord:noun} [(did we have|do we have|were there|are there|have we had)]',
    means: countedOutcome,
    cost: 0.3,
  },
  ...(
    [
      ['most', 'top'],
      ['(least|fewest)', 'bottom'],
    ] as const
  ).map(([words, sense]): Rule<Question> => ({
    gives: 'Intent',
    form: `(which|what) {Key} {AnyWord:verb} [the] ${words}`,
    means: (p, q) => mostOfOutcome(p, sense, q),
    cost: -0.7,
  })),
  { gives: 'Term', form: `[${AVERAGE}] {AnyWord:noun} (rate|ratio)`, means: rateOfOutcome, cost: 0.2 },
  { gives: 'Term', form: `[${AVERAGE}] (rate|percentage|share) of {AnyWord:noun}`, means: rateOfOutcome, cost: 0.2 },
  { gives: 'Term', form: '{NamedMember} (rate|ratio)', means: (p, q) => rate(outcomeIn(p), q.model), cost: 0.2 },
];
