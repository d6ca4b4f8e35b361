/** Grammar of contrasts: how two sides of a level differ, in all measures and in what they are made up of. */
import type { Side } from '../../reading/schema';
import { followUp, intent, type Intent } from '../intent';
import type { Question } from '../question';
import { list } from './conditions';
import type { Parts, Rule } from './rule';

const DO = '(do|does|did|are|is|were|was)';
const DIFFER =
  '(differ|differs|differ at all|different|differing|compare in general|stand out|stands out|distinguished|set apart)';
const THESE =
  '(it|they|this|that|these|those|them|both|the two|these two|those two|them both|the two of them|both of them)';
const OTHERS =
  '(others|the others|the other ones|all others|all the others|all other ones|the rest|the rest of them|everyone else|everything else|anyone else|the other {Level}|other {Level}|all other {Level}|all the other {Level})';
const BETWEEN =
  '(what are the differences between|what are the main differences between|the differences between|differences between|main differences between|contrast|tell apart)';
const ABOUT =
  '(what is different about|what is special about|what is so special about|what is distinctive about|what is particular about|what is different with|what distinguishes|what sets apart|what characterises|what characterizes)';
const WAYS = '(how|in what way|in what ways|in which way|in which ways|how exactly)';

const side = (parts: Parts, name = 'Side'): Side => parts[name] as Side;
const levelOf = (one: Side, { model }: Question): string | undefined =>
  one.kind === 'members' ? one.level : model.sets.get(one.set)?.level;

/** Both are sides of one level; “the other ports” of which it is said are of that level too. */
const between = (parts: Parts, question: Question): Intent | null =>
  levelOf(side(parts, 'first'), question) === levelOf(side(parts, 'second'), question)
    ? intent({
        do: 'explain',
        explain: { asked: 'contrast', first: side(parts, 'first'), second: side(parts, 'second') },
      })
    : null;
const fromOthers = (parts: Parts, question: Question): Intent | null =>
  parts['Level'] === undefined || parts['Level'] === levelOf(side(parts), question)
    ? intent({ do: 'explain', explain: { asked: 'contrast', first: side(parts) } })
    : null;
/** "how do Kelm and Orra differ": the two that are named. */
function ofTwo(parts: Parts): Intent | null {
  const { level, members } = list(parts);
  const [first, second, more] = members;
  return first === undefined || second === undefined || more !== undefined
    ? null
    : intent({
        do: 'explain',
        explain: {
          asked: 'contrast',
          first: { kind: 'members', level, members: [first] },
          second: { kind: 'members', level, members: [second] },
        },
      });
}
const these = (from: 'each other' | 'others') => (): Intent => followUp({ do: 'contrastThese', from });

export const CONTRAST_RULES: readonly Rule<Question>[] = [
  {
    gives: 'Side',
    form: '{Members}',
    means: (p): Side => ({ kind: 'members', level: list(p).level, members: [...list(p).members] }),
  },
  { gives: 'Side', form: '{Set}', means: (p): Side => ({ kind: 'set', set: p['Set'] as string }) },
  {
    gives: 'Intent',
    form: `${WAYS} ${DO} {Side:first} ${DIFFER} from {Side:second}`,
    means: between,
    cost: -0.4,
  },
  { gives: 'Intent', form: 'with how {Side:first} (differ|differs) from {Side:second}', means: between },
  {
    gives: 'Intent',
    form: `${WAYS} ${DO} {Side} ${DIFFER} from ${OTHERS}`,
    means: fromOthers,
    cost: -0.4,
  },
  { gives: 'Intent', form: `with how {Side} (differ|differs) from ${OTHERS}`, means: fromOthers, cost: -0.1 },
  {
    gives: 'Intent',
    form: `${WAYS} ${DO} {Members} ${DIFFER} [from (each other|one another)]`,
    means: ofTwo,
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: `${WAYS} ${DO} {Side:first} and {Side:second} ${DIFFER} [from (each other|one another)]`,
    means: between,
    cost: -0.4,
  },
  { gives: 'Intent', form: `${BETWEEN} {Side:first} and {Side:second}`, means: between, cost: -0.4 },
  { gives: 'Intent', form: `${BETWEEN} {Members}`, means: ofTwo, cost: -0.4 },
  { gives: 'Intent', form: `${BETWEEN} {Side} and ${OTHERS}`, means: fromOthers, cost: -0.4 },
  { gives: 'Intent', form: `${ABOUT} {Side}`, means: fromOthers, cost: -0.4 },
  { gives: 'Intent', form: `${ABOUT} {Side} from ${OTHERS}`, means: fromOthers, cost: -0.4 },
  { gives: 'Intent', form: `what (sets|marks) {Side} apart [from ${OTHERS}]`, means: fromOthers, cost: -0.4 },
  {
    gives: 'Intent',
    form: `[and] ${WAYS} ${DO} ${THESE} ${DIFFER} [from (each other|one another)]`,
    means: these('each other'),
    examples: ['how do these two differ'],
  },
  {
    gives: 'Intent',
    form: `[and] (what is the difference|what are the differences) [between ${THESE}]`,
    means: these('each other'),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: `[and] ${WAYS} ${DO} ${THESE} ${DIFFER} from ${OTHERS}`,
    means: these('others'),
    examples: ['how do these differ from the others'],
  },
  { gives: 'Intent', form: `[and] ${ABOUT} ${THESE}`, means: these('others') },
];
