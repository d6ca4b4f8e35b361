/** The questions that people asked of a model and keep: steps of the last ninety days and tiles, with what they were read from. */
import { sql } from 'drizzle-orm';
import { currentReading } from '@zud/core/reading/migrate';
import type { Reading } from '@zud/core/reading/schema';
import type { Store } from '../store/database';

export interface SavedQuestion {
  /** Whose, and where. */
  readonly where: string;
  /** The words; of a tile its title, which may be none. */
  readonly asked: string;
  readonly reading: Reading | null;
  /** The reading that the words followed. */
  readonly before: Reading | null;
  /** Were these the words that were typed? An edit by hand has words of its own. */
  readonly typed: boolean;
}

const DAYS = 90;
const MOST_STEPS = 3000;

/** @param now steps asked within ninety days before it are looked at */
export async function savedQuestions(store: Store, modelId: string, now: Date): Promise<SavedQuestion[]> {
  const since = new Date(now.getTime() - DAYS * 86_400_000);
  const steps = await store.execute<{
    asked: string;
    reading: unknown;
    before: unknown;
    person: string;
    title: string;
    typed: boolean;
    outcome: string;
  }>(sql`
    select steps.asked, case when steps.outcome = 'answered' then steps.reading end as reading, previous.reading as before, people.name as person, inquiries.title,
      jsonb_array_length(coalesce(steps.record->'words', '[]'::jsonb)) > 0 as typed
    from steps join inquiries on inquiries.id = steps.inquiry_id join people on people.id = steps.by
      left join steps previous on previous.id = steps.after
    where inquiries.model_id = ${modelId} and steps.deleted_at is null and steps.at >= ${since.toISOString()}
    order by steps.at desc limit ${MOST_STEPS}`);
  const tiles = await store.execute<{ title: string | null; reading: unknown; board: string; person: string }>(sql`
    select tiles.title, tiles.reading, boards.title as board, people.name as person
    from tiles join boards on boards.id = tiles.board_id join people on people.id = boards.owner_id
    where tiles.model_id = ${modelId} and tiles.reading is not null order by boards.id, tiles.id`);
  return [
    ...tiles.rows.map((row): SavedQuestion => ({
      where: `Board “${row.board}”, ${row.person}`,
      asked: row.title ?? '',
      reading: readingIn(row.reading),
      before: null,
      typed: false,
    })),
    ...steps.rows.map((row): SavedQuestion => ({
      where: `Inquiry “${row.title}”, ${row.person}`,
      asked: row.asked,
      reading: readingIn(row.reading),
      before: readingIn(row.before),
      typed: row.typed,
    })),
  ];
}

/** A reading as it is kept, of whatever version; null for none. */
export function readingIn(kept: unknown): Reading | null {
  try {
    return kept === null || kept === undefined ? null : currentReading(kept);
  } catch {
    // of a shape that no version had
    return null;
  }
}
