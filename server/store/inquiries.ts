/** Inquiries and their steps. An inquiry is its owner's; others cannot see it. */
import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Reading } from '@zud/core/reading/schema';
import { notFound } from '../http/problem';
import type { Store } from './database';
import { inquiries, models, steps, type StepRecord } from './schema';

export type Inquiry = typeof inquiries.$inferSelect;
export type Step = typeof steps.$inferSelect;

export async function createInquiry(store: Store, ownerId: string, modelId: string, title: string | null): Promise<Inquiry> {
  const [model] = await store.select({ id: models.id }).from(models).where(eq(models.id, modelId));
  if (!model) throw notFound('model');
  const [row] = await store.insert(inquiries).values({ ownerId, modelId, title: title ?? 'New inquiry', titled: title !== null }).returning();
  return row as Inquiry;
}

export async function inquiriesOf(store: Store, ownerId: string) {
  return store
    .select({ id: inquiries.id, title: inquiries.title, modelId: inquiries.modelId, updatedAt: inquiries.updatedAt, steps: sql<number>`(select count(*)::int from steps where steps.inquiry_id = inquiries.id and steps.deleted_at is null)` })
    .from(inquiries)
    .where(eq(inquiries.ownerId, ownerId))
    .orderBy(desc(inquiries.updatedAt));
}

/** @throws Problem 404 where it is not there or not this person's */
export async function inquiryOf(store: Store, id: string, personId: string): Promise<Inquiry> {
  const [row] = await store.select().from(inquiries).where(and(eq(inquiries.id, id), eq(inquiries.ownerId, personId)));
  if (!row) throw notFound('inquiry');
  return row;
}

export async function renameInquiry(store: Store, id: string, title: string): Promise<void> {
  await store.update(inquiries).set({ title, titled: true, updatedAt: new Date() }).where(eq(inquiries.id, id));
}

export async function deleteInquiry(store: Store, id: string): Promise<void> {
  await store.delete(inquiries).where(eq(inquiries.id, id));
}

export async function stepsOf(store: Store, inquiryId: string): Promise<Step[]> {
  return store.select().from(steps).where(and(eq(steps.inquiryId, inquiryId), isNull(steps.deletedAt))).orderBy(asc(steps.place));
}

export interface NewStep {
  readonly after: string | null;
  readonly asked: string;
  readonly outcome: Step['outcome'];
  readonly reading: Reading | null;
  readonly record: StepRecord;
  readonly dataVersion: string | null;
}

/** Adds a step; a title made from the first question is given to an inquiry that has none. */
export async function addStep(store: Store, inquiry: Inquiry, personId: string, step: NewStep, title: string | null): Promise<Step> {
  return store.transaction(async (transaction) => {
    await transaction.select({ id: inquiries.id }).from(inquiries).where(eq(inquiries.id, inquiry.id)).for('update');
    const [last] = await transaction.select({ place: sql<number>`coalesce(max(${steps.place}), 0)::int` }).from(steps).where(eq(steps.inquiryId, inquiry.id));
    const [row] = await transaction.insert(steps).values({ ...step, inquiryId: inquiry.id, place: (last?.place ?? 0) + 1, by: personId }).returning();
    await transaction
      .update(inquiries)
      .set({ updatedAt: new Date(), ...(inquiry.titled || title === null ? {} : { title, titled: true }) })
      .where(eq(inquiries.id, inquiry.id));
    return row as Step;
  });
}

/** What people may say about a step without changing what it asks. */
export type StepMarks = Partial<Pick<Step, 'name' | 'starred' | 'folded'>>;

/** @throws Problem 404 where there is no such step */
export async function markStep(store: Store, inquiryId: string, stepId: string, marks: StepMarks): Promise<Step> {
  const [row] = await store.update(steps).set(marks).where(and(eq(steps.id, stepId), eq(steps.inquiryId, inquiryId), isNull(steps.deletedAt))).returning();
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
  await store.update(steps).set({ deletedAt: new Date() }).where(and(inArray(steps.id, [...gone]), eq(steps.inquiryId, inquiryId)));
  return [...gone];
}

export async function restoreSteps(store: Store, inquiryId: string, ids: readonly string[]): Promise<void> {
  if (ids.length > 0) await store.update(steps).set({ deletedAt: null }).where(and(inArray(steps.id, [...ids]), eq(steps.inquiryId, inquiryId)));
}
