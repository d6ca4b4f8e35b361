/** Inquiries and their steps. An inquiry is its owner's, and theirs with whom it is shared: to see, or to go on asking. */
import { and, asc, desc, eq, ilike, inArray, isNull, or, sql } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { Reading } from '@zud/core/reading/schema';
import { forbidden, notFound } from '@zud/core/contract/problem';
import type { Store } from './database';
import { maySee } from './ownership';
import { audit, inquiries, inquiryShares, models, people, steps, type StepRecord } from './schema';

export type Inquiry = typeof inquiries.$inferSelect;
export type Step = typeof steps.$inferSelect;

export async function createInquiry(
  store: Store,
  ownerId: string,
  modelId: string,
  title: string | null,
): Promise<Inquiry> {
  const [model] = await store
    .select({ ownerId: models.ownerId, sharedWith: models.sharedWith })
    .from(models)
    .where(and(eq(models.id, modelId), isNull(models.deletedAt)));
  if (!model || !maySee(model, ownerId)) throw notFound('model');
  const [row] = await store
    .insert(inquiries)
    .values({ ownerId, modelId, title: title ?? 'New inquiry', titled: title !== null })
    .returning();
  return row as Inquiry;
}

export type InquiryRight = 'owner' | 'ask' | 'see';

/** A person's own inquiries and those shared with them. */
export async function inquiriesOf(store: Store, personId: string) {
  return store
    .select({
      id: inquiries.id,
      title: inquiries.title,
      modelId: inquiries.modelId,
      updatedAt: inquiries.updatedAt,
      owner: people.name,
      right: sql<InquiryRight>`case when ${inquiries.ownerId} = ${personId} then 'owner' else ${inquiryShares.right} end`,
      steps: sql<number>`(select count(*)::int from steps where steps.inquiry_id = inquiries.id and steps.deleted_at is null)`,
    })
    .from(inquiries)
    .innerJoin(people, eq(people.id, inquiries.ownerId))
    .leftJoin(inquiryShares, and(eq(inquiryShares.inquiryId, inquiries.id), eq(inquiryShares.personId, personId)))
    .where(or(eq(inquiries.ownerId, personId), eq(inquiryShares.personId, personId)))
    .orderBy(desc(inquiries.updatedAt));
}

/** Steps that are looked through for a text. */
const MOST_LOOKED_AT = 200;

/** The latest steps of inquiries that a person may see whose words or name hold a text. */
export async function stepsHolding(store: Store, personId: string, text: string) {
  const held = `%${text.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`;
  return store
    .select({
      id: steps.id,
      inquiryId: steps.inquiryId,
      modelId: inquiries.modelId,
      asked: steps.asked,
      name: steps.name,
    })
    .from(steps)
    .innerJoin(inquiries, eq(inquiries.id, steps.inquiryId))
    .leftJoin(inquiryShares, and(eq(inquiryShares.inquiryId, inquiries.id), eq(inquiryShares.personId, personId)))
    .where(
      and(
        isNull(steps.deletedAt),
        or(eq(inquiries.ownerId, personId), eq(inquiryShares.personId, personId)),
        or(ilike(steps.asked, held), ilike(steps.name, held)),
      ),
    )
    .orderBy(desc(steps.at))
    .limit(MOST_LOOKED_AT);
}

/** @throws Problem 404 where it is not there or not shared with this person; 403 where the right does not suffice */
export async function inquiryFor(
  store: Store,
  id: string,
  personId: string,
  needed: InquiryRight,
): Promise<{ inquiry: Inquiry; right: InquiryRight }> {
  const [inquiry] = await store.select().from(inquiries).where(eq(inquiries.id, id));
  if (!inquiry) throw notFound('inquiry');
  const shared = async () =>
    (
      await store
        .select()
        .from(inquiryShares)
        .where(and(eq(inquiryShares.inquiryId, id), eq(inquiryShares.personId, personId)))
    )[0]?.right ?? null;
  const right: InquiryRight | null = inquiry.ownerId === personId ? 'owner' : await shared();
  if (right === null) throw notFound('inquiry');
  const rank = { see: 0, ask: 1, owner: 2 };
  if (rank[right] < rank[needed])
    throw forbidden(
      needed === 'owner'
        ? 'Only the owner of the inquiry can do this.'
        : 'This inquiry is shared with you to see. Make a copy of it to go on by yourself, or ask its owner.',
    );
  return { inquiry, right };
}

export async function inquirySharesOf(store: Store, inquiryId: string) {
  return store
    .select({ personId: inquiryShares.personId, name: people.name, email: people.email, right: inquiryShares.right })
    .from(inquiryShares)
    .innerJoin(people, eq(people.id, inquiryShares.personId))
    .where(eq(inquiryShares.inquiryId, inquiryId))
    .orderBy(asc(people.name));
}

/** @param right null takes the share back */
export async function shareInquiry(
  store: Store,
  inquiryId: string,
  byId: string,
  personId: string,
  right: 'see' | 'ask' | null,
): Promise<void> {
  if (right === null)
    await store
      .delete(inquiryShares)
      .where(and(eq(inquiryShares.inquiryId, inquiryId), eq(inquiryShares.personId, personId)));
  else
    await store
      .insert(inquiryShares)
      .values({ inquiryId, personId, right })
      .onConflictDoUpdate({ target: [inquiryShares.inquiryId, inquiryShares.personId], set: { right } });
  await store.insert(audit).values({
    personId: byId,
    action: right === null ? 'inquiry unshared' : 'inquiry shared',
    subject: inquiryId,
    detail: { with: personId, right },
  });
}

/** A copy of the steps as an inquiry of one's own; each step follows the copy of what it followed. */
export async function copyInquiry(store: Store, from: Inquiry, personId: string): Promise<Inquiry> {
  return store.transaction(async (transaction) => {
    const there = await transaction
      .select()
      .from(steps)
      .where(and(eq(steps.inquiryId, from.id), isNull(steps.deletedAt)))
      .orderBy(asc(steps.place));
    const [copy] = await transaction
      .insert(inquiries)
      .values({
        ownerId: personId,
        modelId: from.modelId,
        title: `${from.title} (copy)`,
        titled: true,
        stepsMade: there.at(-1)?.place ?? 0,
      })
      .returning();
    const ids = new Map(there.map((step) => [step.id, randomUUID()] as const));
    const copied = there.map((step) => ({
      ...step,
      id: ids.get(step.id) ?? step.id,
      inquiryId: (copy as Inquiry).id,
      after: step.after === null ? null : (ids.get(step.after) ?? null),
    }));
    if (copied.length > 0) await transaction.insert(steps).values(copied);
    return copy as Inquiry;
  });
}

export async function renameInquiry(store: Store, id: string, title: string): Promise<void> {
  await store.update(inquiries).set({ title, titled: true, updatedAt: new Date() }).where(eq(inquiries.id, id));
}

export async function deleteInquiry(store: Store, id: string): Promise<void> {
  await store.delete(inquiries).where(eq(inquiries.id, id));
}

export async function stepsOf(store: Store, inquiryId: string): Promise<Step[]> {
  return store
    .select()
    .from(steps)
    .where(and(eq(steps.inquiryId, inquiryId), isNull(steps.deletedAt)))
    .orderBy(asc(steps.place));
}

export interface NewStep {
  readonly after: string | null;
  readonly asked: string;
  readonly outcome: Step['outcome'];
  readonly reading: Reading | null;
  readonly record: StepRecord;
  readonly dataVersion: string | null;
  /** What its asker could see. */
  readonly access: string;
}

/** Adds a step; a title made from the first question is given to an inquiry that has none. */
export async function addStep(
  store: Store,
  inquiry: Inquiry,
  personId: string,
  step: NewStep,
  title: string | null,
): Promise<Step> {
  const named = inquiry.titled || title === null ? {} : { title, titled: true };
  // one statement: the row of the inquiry is locked by it, so that each step has a place of its own
  const counted = store.$with('counted').as(
    store
      .update(inquiries)
      .set({ stepsMade: sql`${inquiries.stepsMade} + 1`, updatedAt: new Date(), ...named })
      .where(eq(inquiries.id, inquiry.id))
      .returning({ stepsMade: inquiries.stepsMade }),
  );
  const [row] = await store
    .with(counted)
    .insert(steps)
    .values({ ...step, inquiryId: inquiry.id, place: sql`(select steps_made from counted)`, by: personId })
    .returning();
  return row as Step;
}

/** What people may say about a step without changing what it asks. */
export type StepMarks = Partial<Pick<Step, 'name' | 'starred' | 'folded'>>;

/** @throws Problem 404 where there is no such step */
export async function markStep(store: Store, inquiryId: string, stepId: string, marks: StepMarks): Promise<Step> {
  const [row] = await store
    .update(steps)
    .set(marks)
    .where(and(eq(steps.id, stepId), eq(steps.inquiryId, inquiryId), isNull(steps.deletedAt)))
    .returning();
  if (!row) throw notFound('step');
  return row;
}

/**
 * Deletes a step and those after it; `restoreSteps` brings them back.
 * @returns the ids of the steps that went
 */
export async function deleteStep(store: Store, inquiryId: string, stepId: string): Promise<string[]> {
  const all = await stepsOf(store, inquiryId);
  if (!all.some((step) => step.id === stepId)) throw notFound('step');
  const gone = new Set([stepId]);
  for (const step of all) if (step.after !== null && gone.has(step.after)) gone.add(step.id);
  await store
    .update(steps)
    .set({ deletedAt: new Date() })
    .where(and(inArray(steps.id, [...gone]), eq(steps.inquiryId, inquiryId)));
  return [...gone];
}

export async function restoreSteps(store: Store, inquiryId: string, ids: readonly string[]): Promise<void> {
  if (ids.length > 0)
    await store
      .update(steps)
      .set({ deletedAt: null })
      .where(and(inArray(steps.id, [...ids]), eq(steps.inquiryId, inquiryId)));
}
