/** Grammar of conditions on members, named sets, names and presence. Gives `NamedMember`, `Members` and edits. */
import { NO_NAME } from '../../model/model';
import { measureOf, type Calculation } from '../../model/calculation';
import { byLevel, type Condition, type Key } from '../../reading/schema';
import { followUp, intent, type Intent, type SaidPeriod, type SaidShown } from '../intent';
import type { FoundName, Question } from '../question';
import { isDone, sameVerb, speaksOf } from '../names/derived';
import { dateVerbs } from '../names/name-index';
import { lengthAt, PLACES } from '../settling/lengths';
import { nameWords, singular } from '../tokens';
import { countOfLevel, howLong } from './calculations';
import { COUNT, WITHOUT } from './little-words';
import type { Parts, Rule } from './rule';

/** Members of one level, as said. */
export interface Members {
  readonly level: string;
  readonly members: readonly string[];
}

const one = (parts: Parts): Members => {
  const { level, member } = parts['Member'] as { level: string; member: string };
  return { level, members: [member] };
};
/** The members that a part of a form stands for. */
export const list = (parts: Parts, name = 'Members') => parts[name] as Members;

/** Members of one level; of two levels there is no one list. */
function together(parts: Parts): Members | null {
  const first = list(parts, 'NamedMember');
  const rest = list(parts, 'MemberList');
  return first.level === rest.level
    ? { level: first.level, members: [...new Set([...first.members, ...rest.members])] }
    : null;
}

function atLevel(parts: Parts): Members | null {
  const members = list(parts, 'MemberList');
  return members.level === parts['Level'] ? members : null;
}

const members = (parts: Parts, is: boolean): Extract<Condition, { kind: 'members' }> => {
  const { level, members: names } = list(parts);
  return { kind: 'members', level, is, members: [...names] };
};
const condition = (of: Condition, how: 'only' | 'exclude' = 'only'): Intent =>
  intent({ do: 'condition', condition: of, how });
/** What is shown is narrowed to the members said. */
export const only = (parts: Parts): Intent => condition(members(parts, true));
const exclude = (parts: Parts): Intent => condition(members(parts, false), 'exclude');
const set =
  (is: boolean) =>
  (parts: Parts): Intent =>
    condition({ kind: 'set', set: parts['Set'] as string, is });
/** "School instead of Freight": of several that are chosen or set side by side, only that one makes way. */
const insteadOf = (parts: Parts): Intent => {
  const [next, old] = [parts['Members'], parts['old']] as [Members, Members];
  return next.level !== old.level
    ? asFollowUp(only)(parts)
    : { edits: [{ do: 'membersInstead', level: next.level, members: next.members, old: old.members }], followUp: true };
};
const asFollowUp =
  (make: (parts: Parts) => Intent) =>
  (parts: Parts): Intent => ({ ...make(parts), followUp: true });
const unnamed =
  (is: boolean) =>
  (parts: Parts): Intent =>
    condition({ kind: 'members', level: parts['Level'] as string, is, members: [NO_NAME] }, is ? 'only' : 'exclude');
/** Names that contain or begin with a text; shown by their level, or as a condition alone. */
export const text =
  (test: 'contains' | 'startsWith', is: 'shown' | 'condition') =>
  (parts: Parts): Intent => {
    const level = parts['Level'] as string;
    const tested = condition({ kind: 'text', level, test, text: parts['Text'] as string });
    return is === 'condition'
      ? tested
      : { edits: [{ do: 'breakdown', by: [byLevel(level)], how: 'join' }, ...tested.edits] };
  };

const FOR =
  '(for|in|at|on|from|of|with|where|within|aboard|using|via|through|is|inside|among|because of|due to|owing to)';
const DROP = '(clear|remove|drop|reset|lift|forget|take out|take off|get rid of)';
const CONDITION_WORD = '(filter|filters|condition|conditions|restriction|test)';

export const CONDITION_RULES: readonly Rule<Question>[] = [
  { gives: 'NamedMember', form: '{Member}', means: one },
  {
    gives: 'NamedMember',
    form: '{Level} (of|called|named) {Member}',
    means: (p) => (one(p).level === p['Level'] ? one(p) : null),
    cost: -0.15,
  },
  {
    gives: 'NamedMember',
    form: '{Level} {Member}',
    means: (p) => (one(p).level === p['Level'] ? one(p) : null),
    cost: -0.05,
  },
  {
    gives: 'NamedMember',
    form: '{Member} {AnyWord:head}',
    means: (p, q) =>
      isHeadOf(String(p['head']), one(p).level, q) && !isMeasured(String(p['head']), q) ? one(p) : null,
    cost: 0.02,
  },
  { gives: 'MemberList', form: '{NamedMember}', means: (p) => p['NamedMember'] },
  {
    gives: 'MemberList',
    form: '{NamedMember} (,|and|or|&|, and|, or|plus|+|/|nor) {MemberList}',
    means: together,
    cost: -0.1,
  },
  { gives: 'Members', form: '[(both|either)] {MemberList}', means: (p) => p['MemberList'] },
  { gives: 'Members', form: '{Level} [(is|are|in|=|one of|is one of)] {MemberList}', means: atLevel, cost: -0.1 },
  { gives: 'Members', form: '{MemberList} {Level}', means: atLevel, cost: -0.1 },
  { gives: 'Members', form: '{MemberList} (ones|one)', means: (p) => p['MemberList'] },
  { gives: 'Members', form: '{MemberList} [(year|years)] olds', means: (p) => p['MemberList'], cost: -0.2 },
  {
    gives: 'Members',
    form: '(people|persons|anyone|everyone|everybody|those) [(aged|who are|that are)] {MemberList}',
    means: (p) => p['MemberList'],
    cost: 0.1,
  },
  {
    gives: 'Members',
    form: '(ones|one|those) (from|with|in|at|of|on|via|through|by|that are|which are|that were) {MemberList}',
    means: (p) => p['MemberList'],
    cost: -0.05,
  },

  { gives: 'Intent', form: `${FOR} {Members}`, means: only },
  // a place after “to” may be where one goes, which is another thing than where it is
  {
    gives: 'Intent',
    form: 'to {Members} [{Level}]',
    means: (p, q) =>
      q.model.levels.get(list(p).level)?.level.kind === 'place' || p['Level'] === list(p).level ? null : only(p),
    cost: 0.05,
  },
  {
    gives: 'Intent',
    form: '{Measure} to {Members}',
    means: (p, q) =>
      isHandedOver(q)
        ? {
            edits: [
              {
                do: 'show',
                how: 'replace',
                shown: [{ calculation: measureOf(p['Measure'] as string), transform: null }],
              },
              ...only(p).edits,
            ],
          }
        : null,
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '(for|in|of|on|per) (a|an|one|any one|any|a single|single|an individual) {Measure:records}',
    means: (p, q) =>
      q.model.measures.get(p['records'] as string)?.kind === 'count'
        ? intent({ do: 'ofSingleRecords', measure: p['records'] as string })
        : null,
    cost: -0.5,
  },
  {
    gives: 'Intent',
    form: '(for|of) {Measure:records} [(that were|which were|that|which)] {DateVerb} [(in|on|during)] {Period}',
    means: (p, q) =>
      ['count', 'distinct'].includes(q.model.measures.get(p['records'] as string)?.kind ?? '')
        ? intent(
            { do: 'ofSingleRecords', measure: p['records'] as string },
            { do: 'saidPeriod', period: p['Period'] as SaidPeriod, how: 'set', role: p['DateVerb'] as string },
          )
        : null,
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: '[(for|of|on|from)] {AnyWord:noun} (placed|taken|received) [(in|on|during)] {Period}',
    means: placedIn,
    cost: -0.3,
  },
  { gives: 'Intent', form: '[(only|just)] {Members} {Measure} (only|alone)', means: ofRecords, cost: -0.15 },
  { gives: 'Intent', form: `${FOR} {Members} {Measure} [(only|alone)]`, means: ofRecords, cost: -0.15 },
  {
    gives: 'Intent',
    form: '{Measure} [(that were|which were)] {Doing} (by|via|through|using) {Members}',
    means: (p) => ({
      edits: [
        { do: 'show', how: 'replace', shown: [{ calculation: measureOf(p['Measure'] as string), transform: null }] },
        ...only(p).edits,
      ],
    }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `(for|of|from) {Measure} [(that were|which were|that are)] ({DateVerb}|{Doing}) (by|with|via|through|using|in|at) {Members}`,
    means: ofRecords,
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(of|from|to|among|with) {Level} (from|in|at|of|with|who are|that are) {Members}',
    means: (p, q) => (sameDimension(p['Level'] as string, list(p).level, q) ? only(p) : null),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(and|what about|and what about|how about|same for|and for) {Members} {Level}',
    means: (p, q) =>
      sameDimension(p['Level'] as string, list(p).level, q) || p['Level'] === list(p).level
        ? null
        : followUp(...only(p).edits),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '[and] (for|of|from|only for|just for|only|just) {Members} {Level} [(only|alone)]',
    means: (p, q) =>
      sameDimension(p['Level'] as string, list(p).level, q) || p['Level'] === list(p).level ? null : only(p),
    cost: 0.25,
  },
  {
    gives: 'Intent',
    form: `${COUNT} {Members} {Level} [(are there|is there|do we have|have we|there are)]`,
    means: (p, q) => ({
      edits: [
        { do: 'show', how: 'replace', shown: [{ calculation: countOfLevel(p, q), transform: null }] },
        ...only(p).edits,
      ],
    }),
    cost: -0.2,
  },
  { gives: 'Intent', form: '{Members}', means: (p, q) => (isLevelAsWell(p, q) ? null : only(p)), cost: 0.1 },
  // “weather”, a level and one of the causes: as likely the one as the other, so the person chooses
  { gives: 'Intent', form: '{Members}', means: (p, q) => (isLevelAsWell(p, q) ? only(p) : null), cost: 0.5 },
  {
    gives: 'Intent',
    form: '{Members} {Measure}',
    means: (p, q) =>
      isLevelAsWell(p, q)
        ? {
            edits: [
              ...only(p).edits,
              {
                do: 'show',
                how: 'replace',
                shown: [{ calculation: measureOf(p['Measure'] as string), transform: null }],
              },
            ],
          }
        : null,
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(only|just|only for|just for|keep only|keep|only in|only on|filter to|filter on|filter for|narrow to|narrow down to|narrow it to|narrow it down to|limit to|limit it to|limited to|restrict to|restrict it to|restricted to|focus on|focusing on|only from|only at|solely|just the|only the|concentrate on|filtered to|look at|show only|show just|just show|only show) {Members}',
    means: only,
  },
  {
    gives: 'Intent',
    form: '(did|does|do) {Members} (carry|have|make|sell|get|earn|see|bring in|bring|run|generate|take)',
    means: only,
  },
  { gives: 'Intent', form: '(only|just|keep only|filter to|for|in|use) {Members} instead', means: asFollowUp(only) },
  { gives: 'Intent', form: '{Members} instead', means: asFollowUp(only) },
  { gives: 'Intent', form: '{Members} instead of {Members:old}', means: insteadOf },
  { gives: 'Intent', form: '(on|during) {Members} days', means: only, cost: -0.2 },
  { gives: 'Intent', form: '{Members} (only|alone|by itself|on its own)', means: only },
  ...PLACES.map((place): Rule<Question> => ({
    gives: 'Intent',
    form: 'how {Quality} (are|is|were|was) [the] {Members} {Measure:records} [on average]',
    means: (p, q) => {
      const calculation = howLong(p, q, place);
      return calculation === null
        ? null
        : { edits: [{ do: 'show', how: 'replace', shown: [{ calculation, transform: null }] }, ...only(p).edits] };
    },
    cost: -0.4,
  })),
  {
    gives: 'Intent',
    form: '(how long|how long on average) (do|does|did) [the] {Members} (take|last)',
    means: (p, q) => takesOf(p, q),
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: 'by {Members}',
    means: (p, q) =>
      q.tokens.some((token, at) => token.word === 'by' && isDone(q.tokens[at - 1]?.word ?? '')) ? only(p) : null,
    cost: 0.3,
  },
  { gives: 'Intent', form: `${WITHOUT} {Members}`, means: exclude },
  // “without the Outer Isles ports”: what kind of thing they are, not by what it is broken down
  {
    gives: 'Intent',
    form: `${WITHOUT} {Members} {Level}`,
    means: (p, q) => (p['Level'] === list(p).level || isMemberHead(p, q) ? null : exclude(p)),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: `${WITHOUT} {Members:first} (and|or|nor|,|and also) [${WITHOUT.slice(1, -1)}] {Members:second}`,
    means: (p) => ({ edits: [...exclude({ Members: p['first'] }).edits, ...exclude({ Members: p['second'] }).edits] }),
    cost: -0.4,
  },
  // “bookings with revenue” shows both; a number of them, or “with a fine”, is of those that have some
  {
    gives: 'Intent',
    form: '[(for|in|only|just|with)] {NotMember:Member}',
    means: (p) => exclude({ Members: one(p) }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '{Members} {Level} {ShownList}',
    means: (p, q) =>
      list(p).level === p['Level'] || isMemberHead(p, q)
        ? null
        : {
            edits: [
              ...only(p).edits,
              { do: 'show', how: 'replace', shown: p['ShownList'] as SaidShown[] },
              { do: 'subject', level: p['Level'] as string },
            ],
          },
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(only|just|keep|keep only|show only) [the] {Set} (ones|one)',
    means: set(true),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '[(only|just|keep only|for|in|use|now|take)] {Set} (instead|rather) [of {Set:old}]',
    means: asFollowUp(set(true)),
    cost: -0.3,
  },
  { gives: 'Intent', form: '(neither|none of) {Members}', means: exclude },
  {
    gives: 'Intent',
    form: 'where [the] {Level} (is|are|was|were|=|equals) [(a|an|the)] {MemberList}',
    means: (p) => (atLevel(p) === null ? null : only({ Members: atLevel(p) })),
    cost: -0.15,
  },
  { gives: 'Intent', form: `${WITHOUT} {Members} days`, means: exclude, cost: -0.2 },
  {
    gives: 'Intent',
    form: '[where] {Level} (is not|are not|not|not in|is none of|is neither|!=|<>|isnt|not equal to) {MemberList}',
    means: (p) => (atLevel(p) === null ? null : exclude({ Members: atLevel(p) })),
    cost: -0.15,
  },
  {
    gives: 'Intent',
    form: '(drop|remove|get rid of|take out|throw out|leave out|lose|hide|take away|cut) {Members} [again]',
    means: asFollowUp(exclude),
  },
  {
    gives: 'Intent',
    form: '(take|leave|throw|put) {Members} (out|off|away|aside) [again]',
    means: asFollowUp(exclude),
  },
  {
    gives: 'Intent',
    form: '(add|include|also include|and also|also|bring in|put back|bring back|add back|and add|with) {Members} (too|also|as well|again|back|back in)',
    means: (p) => followUp({ do: 'condition', condition: members(p, true), how: 'widen' }),
    cost: -0.05,
  },
  {
    gives: 'Intent',
    form: '[and] {Members} (too|also|as well)',
    means: (p) => followUp({ do: 'condition', condition: members(p, true), how: 'widen' }),
    cost: 0.05,
  },
  {
    gives: 'Intent',
    form: '(put|bring|take|add|have) {Members} (back|back in|in again)',
    means: (p) => followUp({ do: 'condition', condition: members(p, true), how: 'widen' }),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '(add|include|also include|and also|also|plus|bring in|put back|bring back|add back|and add) {Members}',
    means: (p) => followUp({ do: 'condition', condition: members(p, true), how: 'widen' }),
  },
  {
    gives: 'Intent',
    form: '(what about|how about|and|same for|and for|same in|and what about|and how about|now for|now|the same for|and in|and at|same thing for|do the same for|repeat for|and the same for|same but for) {Members}',
    means: asFollowUp(only),
    cost: 0.15,
  },
  {
    gives: 'Intent',
    form: '(all|any|every|each|across all|for all|in all|show all|of all|from all|over all|bring back all|put back all|back to all|include all) {Level} [(again|together|combined|now)]',
    means: (p) => intent({ do: 'allOf', level: p['Level'] as string }),
    cost: 0.2,
  },
  {
    gives: 'Intent',
    form: '(all|every|across all|for all|in all|show all|all of) {Level} (again|now|once more|once again|back)',
    means: (p) => followUp({ do: 'allOf', level: p['Level'] as string }),
    cost: -0.5,
  },
  {
    gives: 'Intent',
    form: '(back to|return to|go back to|reset to|back again to) [(all|any|every)] {Level}',
    means: (p) => followUp({ do: 'clear', what: 'level', level: p['Level'] as string }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(all|any) {Level} again',
    means: (p) => followUp({ do: 'clear', what: 'level', level: p['Level'] as string }),
    cost: -0.05,
  },
  {
    gives: 'Intent',
    form: '(no matter [which|the]|regardless of|whatever|irrespective of) {Level}',
    means: (p) => intent({ do: 'clear', what: 'level', level: p['Level'] as string }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(clear|remove|drop|reset|no|without|without any|clear all|remove all|get rid of|lift|take off|delete|no more|cancel) [(that|this|those|these|the)] (filter|filters|condition|conditions|restriction|restrictions)',
    means: () => followUp({ do: 'clear', what: 'conditions' }),
    examples: ['clear the filters'],
  },
  {
    gives: 'Intent',
    form: '(for|over|across|in|throughout|of) the whole company',
    means: () => intent({ do: 'clear', what: 'conditions' }),
    examples: ['for the whole company'],
  },
  {
    gives: 'Intent',
    form: '(unfiltered|everything again|show everything|clear everything but the measure)',
    means: () => followUp({ do: 'clear', what: 'conditions' }),
    examples: ['unfiltered'],
  },
  {
    gives: 'Intent',
    form: '(clear|remove|drop|reset) [the] (filter|filters|condition|conditions) (on|for) {Level}',
    means: (p) => followUp({ do: 'clear', what: 'level', level: p['Level'] as string }),
  },

  {
    gives: 'Intent',
    form: `${DROP} [the] ${CONDITION_WORD} (on|for|of) {Calculation}`,
    means: (p) => followUp({ do: 'dropTests', of: { calculation: p['Calculation'] as Calculation } }),
  },
  {
    gives: 'Intent',
    form: `${DROP} [the] ${CONDITION_WORD} (on|for|of) {Calendar}`,
    means: (p) => followUp({ do: 'dropTests', of: { key: p['Calendar'] as Key } }),
    cost: -0.05,
    examples: ['drop the condition on day of week'],
  },
  {
    gives: 'Intent',
    form: '(include|put back|bring back|with|add) {Period} again',
    means: (p) => followUp({ do: 'dropTests', of: { period: p['Period'] as SaidPeriod } }),
    cost: -0.2,
    examples: ['include 2024 again'],
  },
  {
    gives: 'Intent',
    form: '[(for|in|at|on|to|with|only|just|from|of|only for|only in|keep only|among|within|across|filter to|focus on|limit to|restrict to|what about|how about)] {Set} [only]',
    means: set(true),
    cost: 0.05,
  },
  { gives: 'Intent', form: `${WITHOUT} {Set}`, means: set(false) },
  { gives: 'Intent', form: '(drop|remove|get rid of|take out) {Set}', means: asFollowUp(set(false)) },

  {
    gives: 'Intent',
    form: '(with|having|where there is|that have) (no|missing|unknown|empty|blank|an unknown|a missing) {Level} [(recorded|given|entered|known|noted|filled in|on record)]',
    means: unnamed(true),
    cost: -0.05,
  },
  {
    gives: 'Intent',
    form: '(missing|without [a]|lacking|unknown|no|without any|with no known) {Level} [(recorded|given|entered|known|noted|filled in|on record)]',
    means: unnamed(true),
    cost: 0.25,
  },
  {
    gives: 'Intent',
    form: '(leave out|exclude|drop|remove|ignore|without|not) [(those|ones|records|rows|any)] (without|with no|with a missing|with missing|with an unknown|with unknown|having no|lacking) [(a|an)] {Level}',
    means: unnamed(false),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '[where] {Level} is (missing|unknown|empty|blank|not known|not given)',
    means: unnamed(true),
  },
  {
    gives: 'Intent',
    form: '(leave out|exclude|drop|remove|ignore|without|hide|not|get rid of) [(the|any|all)] (blanks|blank|blank one|blank ones|blank row|blank rows|empty one|empty ones|empty row|empty rows|nameless ones|nameless)',
    means: () => followUp({ do: 'withoutBlanks' }),
  },
  {
    gives: 'Intent',
    form: '(leave out|exclude|drop|remove|ignore|without|hide|not|get rid of) [(the|any|all)] (blank|empty|nameless) {Level}',
    means: unnamed(false),
  },
  { gives: 'Intent', form: '(with any|with known|having any|with a known|that have a) {Level}', means: unnamed(false) },
  {
    gives: 'Intent',
    form: '[where] {Level} is (known|given|not missing|present|not empty)',
    means: unnamed(false),
    cost: -0.05,
  },
];

/** "flat roofs": a word of the name of its level, or of the level's dimension, adds nothing to a member. */
function isHeadOf(word: string, level: string, question: Question): boolean {
  const { model } = question;
  const found = model.levels.get(level);
  if (!found) return false;
  // “weather cancellations” are cancellations that are measured, not only the cause of one
  const measured = [...model.measures.values()].some(
    (one) =>
      one.hidden !== true &&
      one.kind === 'count' &&
      speaksOf(one, word.toLowerCase()) &&
      !nameWords(one.name).includes(singular(word.toLowerCase())),
  );
  return !measured && nameWords(`${found.level.name} ${found.dimension.name}`).includes(singular(word.toLowerCase()));
}

/** "how long do divorces take". */
function takesOf(parts: Parts, { model }: Question): Intent | null {
  const measure = lengthAt('longer', list(parts).level, model);
  return measure === null
    ? null
    : {
        edits: [
          { do: 'show', how: 'replace', shown: [{ calculation: measureOf(measure.id), transform: null }] },
          ...only(parts).edits,
        ],
      };
}

/** "for orders placed in August", of what has a date on which it was ordered. */
function placedIn(parts: Parts, { model }: Question): Intent | null {
  const noun = singular(String(parts['noun']).toLowerCase());
  const [only, second] = [...model.dates.values()].filter((date) =>
    dateVerbs(date).some((verb) => sameVerb(noun, verb)),
  );
  return only === undefined || second !== undefined
    ? null
    : intent({ do: 'saidPeriod', how: 'set', period: parts['Period'] as SaidPeriod, role: only.id });
}

/** "deliveries to the Plough": what is handed over goes where it is counted. */
function isHandedOver({ tokens }: Question): boolean {
  return (
    tokens.some(({ word }, at) => word === 'to' && HANDED_OVER.test(tokens[at - 1]?.word ?? '')) &&
    !tokens.some(({ word }) => word.startsWith('compar'))
  );
}
const HANDED_OVER = /^(deliver|sale|sell|sold|suppl|shipment|shipped|invoice)/;

/** Is another level called just what the only member is? */
function isLevelAsWell(parts: Parts, { names }: Question): boolean {
  const {
    level,
    members: [only, second],
  } = list(parts);
  return (
    only !== undefined &&
    second === undefined &&
    names
      .exactly(nameWords(only))
      .some(({ named, by }) => named.kind === 'level' && by === 'name' && named.id !== level)
  );
}

/** "remote hearings by month", where nothing but hearings is measured: they are counted, not only the head of their mode. */
function isMeasured(word: string, question: Question): boolean {
  const { tokens, model } = question;
  const isMeasure = ({ match }: FoundName) => match.named.kind === 'measure' && match.by !== 'part';
  const own = [...model.measures.values()].some(
    (one) =>
      one.hidden !== true && [one.name, ...one.synonyms].some((name) => name.toLowerCase() === word.toLowerCase()),
  );
  return own && !tokens.some((token, at) => token.word !== word.toLowerCase() && question.namesAt(at).some(isMeasure));
}

/** "stays of guests from Estavia": the guests are where their country narrows, not what is broken down by. */
export function sameDimension(level: string, other: string, { model }: Question): boolean {
  const [one, two] = [model.levels.get(level), model.levels.get(other)];
  return level !== other && one !== undefined && two !== undefined && one.dimension.id === two.dimension.id;
}

/** "repair cost for weather faults": whose records they are, where another measure of theirs is asked for. */
function ofRecords(parts: Parts, { model }: Question): Intent | null {
  const measure = parts['Measure'] as string;
  if (model.measures.get(measure)?.kind !== 'count') return null;
  return { edits: [...only(parts).edits, { do: 'mention', measure }] };
}

/** "premium tickets": the noun may be a word of the member's own level, which then says nothing of another. */
function isMemberHead(parts: Parts, { model }: Question): boolean {
  const [member, level] = [model.levels.get(list(parts).level), model.levels.get(parts['Level'] as string)];
  return (
    member === undefined ||
    level === undefined ||
    nameWords(member.level.name).join(' ') === nameWords(level.level.name).join(' ')
  );
}
