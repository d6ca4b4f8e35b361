/** What can be done with a page of a briefing of one's own. */
import { useState } from 'react';
import styled from 'styled-components';
import type { BriefingPage } from '@zud/core/contract/briefings';
import { Button, Dialog, Field, Menu, PrimaryButton } from '../parts/controls';

const Form = styled.form`
  display: grid;
  gap: 14px;
  label {
    display: grid;
    gap: 4px;
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
  }
  textarea {
    border: 1px solid var(--line);
    border-radius: 3px;
    background: var(--raised);
    padding: 8px 10px;
    color: var(--ink);
    font-weight: 400;
    min-height: 120px;
  }
`;

const CONDITIONS: readonly (readonly [BriefingPage['only'], string])[] = [
  ['always', 'Always in it'],
  ['figures', 'Only if there are figures'],
  ['unusual', 'Only if something is unusual'],
  ['changed', 'Only if it changed'],
];

/** A page moved along. */
export function moved(pages: readonly BriefingPage[], id: string, by: number): BriefingPage[] {
  const at = pages.findIndex((one) => one.id === id);
  const there = [...pages];
  const [page] = there.splice(at, 1);
  if (page !== undefined) there.splice(Math.max(0, at + by), 0, page);
  return there;
}

export function PageMenu({
  page,
  pages,
  onChange,
}: {
  page: BriefingPage | undefined;
  pages: readonly BriefingPage[];
  onChange: (pages: readonly BriefingPage[]) => void;
}) {
  const [editing, setEditing] = useState<{ title: string; words: string } | null>(null);
  if (page === undefined) return <span />;
  const at = pages.indexOf(page);
  const changed = (to: Partial<BriefingPage>) =>
    onChange(pages.map((one) => (one.id === page.id ? { ...one, ...to } : one)));
  return (
    <>
      <Menu
        plain
        label="▾"
        ariaLabel={`More about the page ${page.title ?? ''}`}
        entries={[
          { id: 'edit', label: page.kind === 'text' ? 'Change the words …' : 'Title …' },
          ...(page.kind === 'text' ? [] : CONDITIONS.map(([id, label]) => ({ id, label, disabled: page.only === id }))),
          { id: 'up', label: 'Move up', disabled: at === 0 },
          { id: 'down', label: 'Move down', disabled: at === pages.length - 1 },
          { id: 'remove', label: 'Remove this page', disabled: pages.length === 1 },
        ]}
        onChoose={(id) => {
          if (id === 'edit') setEditing({ title: page.title ?? '', words: page.words ?? '' });
          else if (id === 'up') onChange(moved(pages, page.id, -1));
          else if (id === 'down') onChange(moved(pages, page.id, 1));
          else if (id === 'remove') onChange(pages.filter((one) => one.id !== page.id));
          else changed({ only: id as BriefingPage['only'] });
        }}
      />
      <Dialog title="This page" isOpen={editing !== null} onClose={() => setEditing(null)}>
        {editing === null ? null : (
          <Form
            onSubmit={(event) => {
              event.preventDefault();
              changed({
                title: editing.title.trim() === '' ? null : editing.title.trim(),
                ...(page.kind === 'text' ? { words: editing.words } : {}),
              });
              setEditing(null);
            }}
          >
            <Field
              label="Title"
              value={editing.title}
              onChange={(title) => setEditing({ ...editing, title })}
              autoFocus
            />
            {page.kind === 'text' ? (
              <label>
                Words
                <textarea
                  value={editing.words}
                  onChange={(event) => setEditing({ ...editing, words: event.target.value })}
                  maxLength={4000}
                />
              </label>
            ) : null}
            <span>
              <PrimaryButton type="submit">Change it</PrimaryButton>{' '}
              <Button onPress={() => setEditing(null)}>Cancel</Button>
            </span>
          </Form>
        )}
      </Dialog>
    </>
  );
}
