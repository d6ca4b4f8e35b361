/** Which levels an answer is worth breaking down by, those over which it is spread most unevenly first. */
import { unevenness } from '@zud/core/analysis/unevenness';
import type { DeeperLevel } from '@zud/core/query/answer';
import { impossibility } from '@zud/core/language/impossibility';
import { unexplained } from '@zud/core/reading/edit';
import { byLevel, type Reading } from '@zud/core/reading/schema';
import { type Answering, type AskOptions } from './answering';
import { passedOver } from './unanswerable';
import type { ReadyModel } from './ready-model';

/** Levels with more members than this are named without a look at their numbers. */
const MOST_MEMBERS = 2000;

/** @throws TimeLimitReached, Stopped */
export async function deeperLevels(
  reading: Reading,
  ready: ReadyModel,
  answering: Answering,
  options: AskOptions,
): Promise<DeeperLevel[]> {
  const [first] = reading.shown;
  if (!first) return [];
  const found: DeeperLevel[] = [];
  for (const { level } of ready.model.levels.values()) {
    const broken: Reading = {
      ...unexplained(reading),
      shown: [{ ...first, transform: null }],
      by: [byLevel(level.id)],
      against: null,
      ahead: null,
      rank: null,
      order: null,
      rows: null,
      view: null,
    };
    if (
      reading.by.some((one) => one.kind === 'level' && one.level === level.id) ||
      impossibility(broken, ready.names) !== null
    )
      continue;
    const members = ready.names.membersOf(level.id).length;
    const answer = members > MOST_MEMBERS ? null : await answering.answer(broken, ready, options).catch(passedOver);
    // One member left is nothing to go deeper by.
    if (answer !== null && answer.answer.rows.length < 2) continue;
    found.push({
      level: level.id,
      name: level.name,
      members: answer?.answer.rows.length ?? members,
      unevenness: answer === null ? null : unevenness(answer.answer),
    });
  }
  return found.sort((a, b) => (b.unevenness ?? -1) - (a.unevenness ?? -1));
}
