/** Grammar of what came of records: "percentage of inspections that failed", "failure rate by station", "failed inspections as a share of all inspections". Gives `Term`. */
import type { Calculation } from '../../model/calculation';
import { partOf, type Model } from '../../model/model';
import type { NameIndex } from '../names/name-index';
import { verbNouns } from '../names/derived';
import { plainLetters } from '../tokens';
import type { Question } from '../question';
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

const part = (parts: Parts, { model }: Question): Calculation | null => partOf(model, parts['Measure'] as string, outcomeIn(parts));

/** "percentage of inspections failed": of all inspections; a place after them would only say where. */
function partDone(parts: Parts, question: Question): Calculation | null {
  const table = tableOf(parts['Measure'] as string, question.model);
  return table !== undefined && isOutcomeLevel(outcomeIn(parts).level, table, question.model) ? part(parts, question) : null;
}

/** "failed inspections as a percentage of all inspections". */
const partOfAllOfThem = (parts: Parts, question: Question): Calculation | null => (parts['Measure'] === parts['whole'] ? part(parts, question) : null);

/** "failure rate", of inspections that failed: by the only outcome whose verb has this noun. */
function rateOfOutcome(parts: Parts, { model, names }: Question): Calculation | null {
  const [only, second] = outcomesOf(names).get(plainLetters(String(parts['noun']))) ?? [];
  return only === undefined || second !== undefined ? null : rate(only, model);
}

/** The share of records of one outcome, where one measure counts the records it is of. */
function rate(outcome: Outcome, model: Model): Calculation | null {
  const [only, second] = [...model.measures.values()].filter((one) => one.kind === 'count' && one.only.length === 0 && one.hidden !== true && isOutcomeLevel(outcome.level, tableOf(one.id, model), model));
  return only === undefined || second !== undefined ? null : partOf(model, only.id, outcome);
}

/** Nouns of what members say was done: "failure" of Failed, "approval" of Approved. */
function outcomesOf(names: NameIndex): ReadonlyMap<string, readonly Outcome[]> {
  const there = OUTCOMES.get(names);
  if (there !== undefined) return there;
  const made = new Map<string, Outcome[]>();
  for (const { level } of names.model.levels.values()) {
    const members = level.kind === 'thing' ? names.membersOf(level.id) : [];
    if (members.length > MOST_OUTCOMES) continue;
    for (const member of members) for (const noun of verbNouns(plainLetters(member))) made.set(noun, [...(made.get(noun) ?? []), { level: level.id, member }]);
  }
  OUTCOMES.set(names, made);
  return made;
}
const OUTCOMES = new WeakMap<NameIndex, ReadonlyMap<string, readonly Outcome[]>>();

const AVERAGE = '(average|mean|overall)';
const SHARE = '(share|percentage|proportion|part|fraction|%|percent|per cent)';

export const OUTCOME_RULES: readonly Rule<Question>[] = [
  { gives: 'Term', form: `[(what|which)] ${SHARE} of {NamedMember} (in|of|among) [(all|total|the)] {Measure}`, means: part, cost: -0.5 },
  { gives: 'Term', form: `${SHARE} of [(all|the)] {NamedMember} {Measure}`, means: part, cost: -0.35 },
  { gives: 'Term', form: `[(what|which)] ${SHARE} of [(all|the)] {Measure} (that|which|who) [(have|has|had|is|are|was|were)] {NamedMember}`, means: part, cost: -0.4 },
  { gives: 'Term', form: `[(what|which)] ${SHARE} of [(all|the)] {Measure} {NamedMember}`, means: partDone, cost: -0.6 },
  { gives: 'Term', form: `{NamedMember} {Measure} (as|as a|as the|in|as %) ${SHARE} of [(all|total|overall|all the|the total)] {Measure:whole}`, means: partOfAllOfThem, cost: -0.6 },
  { gives: 'Term', form: `{NamedMember} (as|as a|as the|in) ${SHARE} of [(all|total|overall|all the|the total)] {Measure}`, means: part, cost: -0.4 },
  { gives: 'Term', form: `{NamedMember} ${SHARE} of {Measure}`, means: part, cost: -0.4 },
  { gives: 'Term', form: `[${AVERAGE}] {AnyWord:noun} (rate|ratio)`, means: rateOfOutcome, cost: 0.2 },
  { gives: 'Term', form: `[${AVERAGE}] (rate|percentage|share) of {AnyWord:noun}`, means: rateOfOutcome, cost: 0.2 },
  { gives: 'Term', form: '{NamedMember} (rate|ratio)', means: (p, q) => rate(outcomeIn(p), q.model), cost: 0.2 },
];
