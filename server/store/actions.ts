/** Templates of actions, and what was done by them; a confirmed action and its message are written together. */
import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import type { ActionBlank, FilledBlank } from '@zud/core/contract/actions';
import type { Reading } from '@zud/core/reading/schema';
import type { Store } from './database';
import { putOut } from './outbox';
import type { Person } from './people';
import { actions, actionTemplates, audit, hooks, outbox, people } from './schema';

export interface TemplateRow {
  readonly template: typeof actionTemplates.$inferSelect;
  readonly program: string;
}

/** Those that can be used: neither they nor their program withdrawn. */
export async function templatesThere(store: Store): Promise<TemplateRow[]> {
  return store
    .select({ template: actionTemplates, program: hooks.name })
    .from(actionTemplates)
    .innerJoin(hooks, eq(hooks.id, actionTemplates.hookId))
    .where(and(isNull(actionTemplates.withdrawnAt), isNull(hooks.withdrawnAt)))
    .orderBy(actionTemplates.name);
}

export async function templateThere(store: Store, id: string): Promise<TemplateRow | null> {
  return (await templatesThere(store)).find(({ template }) => template.id === id) ?? null;
}

export async function addTemplate(
  store: Store,
  by: string,
  made: { readonly name: string; readonly hookId: string; readonly blanks: readonly ActionBlank[] },
  now: Date,
): Promise<string> {
  return store.transaction(async (kept) => {
    const [row] = await kept
      .insert(actionTemplates)
      .values({ ...made, by, createdAt: now })
      .returning({ id: actionTemplates.id });
    if (row === undefined) throw new TypeError('A template was not kept.');
    await kept
      .insert(audit)
      .values({ personId: by, action: 'action template made', subject: row.id, detail: { name: made.name } });
    return row.id;
  });
}

/** @returns whether it was there */
export async function withdrawTemplate(store: Store, by: string, id: string, now: Date): Promise<boolean> {
  return store.transaction(async (kept) => {
    const [row] = await kept
      .update(actionTemplates)
      .set({ withdrawnAt: now })
      .where(and(eq(actionTemplates.id, id), isNull(actionTemplates.withdrawnAt)))
      .returning({ name: actionTemplates.name });
    if (row === undefined) return false;
    await kept
      .insert(audit)
      .values({ personId: by, action: 'action template withdrawn', subject: id, detail: { name: row.name } });
    return true;
  });
}

/** Confirms an action: it is kept, put out and written to the audit list; one that was confirmed already stays as it is. @returns whether it is new */
export async function confirmAction(
  store: Store,
  person: Person,
  { template, program }: TemplateRow,
  made: {
    readonly id: string;
    readonly modelId: string;
    readonly reading: Reading;
    readonly filled: readonly FilledBlank[];
  },
  now: Date,
): Promise<boolean> {
  return store.transaction(async (kept) => {
    const [row] = await kept
      .insert(actions)
      .values({ ...made, templateId: template.id, name: template.name, personId: person.id, at: now })
      .onConflictDoNothing()
      .returning({ id: actions.id });
    if (row === undefined) return false;
    await putOut(
      kept,
      [
        {
          key: `action ${made.id}`,
          receiver: { kind: 'hook', id: template.hookId },
          ownerId: person.id,
          about: { kind: 'action', id: made.id },
          dueAt: now,
        },
      ],
      now,
    );
    await kept.insert(audit).values({
      personId: person.id,
      action: 'action confirmed',
      subject: made.id,
      detail: { name: template.name, to: program, sent: sentOf(made.filled) },
    });
    return true;
  });
}

/** What is sent, by the keys of the other program. */
export const sentOf = (filled: readonly FilledBlank[]): Record<string, string> =>
  Object.fromEntries(filled.map(({ key, value }) => [key, value]));

const rowsOf = (store: Store) =>
  store
    .select({ action: actions, by: people.name, program: hooks.name, state: outbox.state, said: outbox.said })
    .from(actions)
    .innerJoin(people, eq(people.id, actions.personId))
    .innerJoin(actionTemplates, eq(actionTemplates.id, actions.templateId))
    .innerJoin(hooks, eq(hooks.id, actionTemplates.hookId))
    .innerJoin(outbox, sql`${outbox.about} ->> 'kind' = 'action' and ${outbox.about} ->> 'id' = ${actions.id}::text`);
export type ActionRow = Awaited<ReturnType<typeof rowsOf>>[number];

/** @param personId whose; null: everyone's */
export async function actionsOf(store: Store, personId: string | null, most: number): Promise<ActionRow[]> {
  return rowsOf(store)
    .where(personId === null ? undefined : eq(actions.personId, personId))
    .orderBy(desc(actions.at))
    .limit(most);
}

export async function actionById(store: Store, id: string): Promise<ActionRow | null> {
  return (await rowsOf(store).where(eq(actions.id, id)))[0] ?? null;
}
