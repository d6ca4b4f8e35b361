/** What is found by a text: names that hold it, those that begin with it first. */
import { FOUND_KINDS, type FoundThing } from '@zud/core/contract/find';
import { inSentence } from '@zud/core/reading/words';
import type { ReadyModel } from './ready-model';

/** Things of one kind in a list of all. */
const MOST_EACH = 6;

/** How well a title fits: 0 it begins with the text, 1 a word of it does, 2 it holds it; null not at all. */
export function fit(title: string, text: string): 0 | 1 | 2 | null {
  const [plain, wanted] = [title.toLowerCase(), text.trim().toLowerCase()];
  if (wanted === '') return null;
  const at = plain.indexOf(wanted);
  if (at < 0) return null;
  if (at === 0) return 0;
  return /[\s–—\-(/“"']/.test(plain.charAt(at - 1)) || plain.includes(` ${wanted}`) ? 1 : 2;
}

/** A few of each kind, in the order of kinds; within a kind the best first, then as they came. */
export function best(things: readonly FoundThing[], text: string): FoundThing[] {
  return FOUND_KINDS.flatMap((kind) =>
    things
      .filter((one) => one.kind === kind)
      .flatMap((one) => {
        const how = fit(one.title, text);
        return how === null ? [] : [{ one, how }];
      })
      .sort((a, b) => a.how - b.how)
      .slice(0, MOST_EACH)
      .map(({ one }) => one),
  );
}

/** Members of a level that are found; members that are looked at in one go. */
const MOST_MEMBERS = 12;
const STEP = 500;

/** What a model knows, its members where they fit a text, each with a question about it. Goes step by step: a level may have many members. */
export function* namesIn({ model, names, naming }: ReadyModel, text: string): Generator<void, FoundThing[]> {
  const about = (kind: FoundThing['kind'], title: string, within: string, question: string): FoundThing => ({
    kind,
    title,
    within,
    ask: { modelId: model.id, text: question },
  });
  const usual = inSentence(model.measures.get(model.defaultMeasure)?.name ?? '');
  const measures = [...model.measures.values()].filter((one) => one.hidden !== true);
  const found = measures.map((one) => about('measure', one.name, model.name, inSentence(one.name)));
  for (const { level } of model.levels.values()) {
    found.push(about('level', level.name, model.name, `${usual} by ${inSentence(level.name)}`));
    const fitting: FoundThing[] = [];
    for (const [index, member] of names.membersOf(level.id).entries()) {
      if (index % STEP === 0) yield;
      if (fitting.length < MOST_MEMBERS && fit(member, text) !== null)
        fitting.push(
          about('member', member, `${level.name}, ${model.name}`, `${usual} for ${naming.member(level.id, member)}`),
        );
    }
    found.push(...fitting);
  }
  return found;
}
