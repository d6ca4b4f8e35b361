/** Grammar of measures as edits, of transforms in force, and of moves along the trail. */
import type { Shown, Transform } from '../../reading/schema';
import { followUp, intent, type Intent } from '../intent';
import type { Question } from '../question';
import type { Parts, Rule } from './rule';

const list = (parts: Parts) => parts['ShownList'] as Shown[];
const transform = (value: Transform | null) => (): Intent => intent({ do: 'transform', transform: value });

const refused = (refuse: string): Intent => ({ edits: [], followUp: true, refuse });

export const MEASURE_RULES: readonly Rule<Question>[] = [
  { gives: 'Intent', form: '{ShownList}', means: (p) => intent({ do: 'show', shown: list(p), how: 'replace' }) },
  { gives: 'Intent', form: '[(show|use|with)] {ShownList} instead', means: (p) => followUp({ do: 'show', shown: list(p), how: 'replace' }) },
  { gives: 'Intent', form: '(what about|how about|and|same for) {ShownList}', means: (p) => followUp({ do: 'show', shown: list(p), how: 'replace' }), cost: 0.15 },
  { gives: 'Intent', form: '(add|also show|include|plus|also|and also|together with) {ShownList} [(too|also|as well)]', means: (p) => followUp({ do: 'show', shown: list(p), how: 'add' }), cost: 0.05 },
  { gives: 'Intent', form: 'with {ShownList} (too|also|as well)', means: (p) => followUp({ do: 'show', shown: list(p), how: 'add' }) },
  { gives: 'Intent', form: '(drop|remove|without|hide|get rid of) {ShownList}', means: (p) => followUp({ do: 'show', shown: list(p), how: 'remove' }) },
  { gives: 'Intent', form: '{ShownList:first} (vs|versus|against|compared to|compared with) {ShownList:second}', means: (p) => intent({ do: 'show', shown: [...(p['first'] as Shown[]), ...(p['second'] as Shown[])], how: 'replace' }) },

  { gives: 'Intent', form: '(relationship|correlation|relation|link) (between|of) {Shown:first} (and|with|to) {Shown:second}', means: (p) => intent({ do: 'show', how: 'replace', shown: [p['first'] as Shown, p['second'] as Shown] }, { do: 'view', view: { chart: 'scatter' } }) },
  { gives: 'Intent', form: '(why|why is that|why was that|what drove (that|it|this)|explain (that|it|this)|explain)', means: () => refused('Zud does not explain changes by itself yet. Break the measure down (“by …”) and compare (“vs last year”) to see where a change comes from.') },
  { gives: 'Intent', form: '(summarise|summarize) [(this|that|it)]', means: () => refused('Zud does not write summaries yet. The headline above the chart says the most important thing of an answer.') },
  { gives: 'Intent', form: '(forecast|predict|project) [(this|that|it)]', means: () => refused('Zud does not forecast yet. “Over time” and “vs last year” show where a measure has been going.') },
  { gives: 'Intent', form: '[show] (rows|records|raw data|details)', means: () => refused('Single records are not listed yet. “Working” shows the query that reads them, and how many they are.') },
  { gives: 'Intent', form: 'which [ones] are (these|those|they)', means: () => refused('Single records are not listed yet. “Working” shows the query that reads them, and how many they are.') },
  { gives: 'Intent', form: '(as|in) (share|shares|percentage|percentages|proportion|percent|%) [of [(total|all)]]', means: transform({ kind: 'share', within: 'all' }), cost: 0.1, examples: ['as a share'] },
  { gives: 'Intent', form: '(cumulative|cumulated|running total|running)', means: transform({ kind: 'running' }), cost: 0.1, examples: ['cumulative'] },
  { gives: 'Intent', form: '(% change|percentage change|percent change)', means: transform({ kind: 'change', basis: 'previous', as: 'percent' }), cost: 0.1, examples: ['% change'] },
  { gives: 'Intent', form: '(plain numbers|plain|plain values|as numbers|actual numbers)', means: transform(null), examples: ['plain numbers'] },

  { gives: 'Intent', form: '(undo|back|go back|undo that|step back)', means: () => ({ edits: [], followUp: true, move: 'back' }), examples: ['undo', 'go back'] },
  { gives: 'Intent', form: '(back to the first one|back to the first|back to the beginning|back to the start)', means: () => ({ edits: [], followUp: true, move: 'first' }), examples: ['back to the first one'] },
  { gives: 'Intent', form: '(start over|start again|start afresh|reset everything)', means: () => ({ edits: [{ do: 'clear', what: 'everything' }], fresh: true }), examples: ['start over'] },
  { gives: 'Intent', form: '(new question|different question|another question)', means: () => ({ edits: [], fresh: true }), examples: ['new question'] },
];
