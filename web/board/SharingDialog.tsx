/** With whom a board is shared: people, groups, links that end, pages that hold it; and what was changed of that. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { api, type AuditEntry, type Board } from '../app/api';
import { usePerson } from '../app/session';
import { Button, Dialog, Field, TextButton } from '../parts/controls';
import { Tabs } from '../parts/Tabs';
import { ago } from '../parts/List';
import { Failure, Loading } from '../parts/states';

const Box = styled.div`
  ul {
    display: grid;
    gap: 9px;
    margin-bottom: 16px;
  }
  li {
    display: flex;
    justify-content: space-between;
    gap: 16px;
    align-items: center;
  }
  li[data-over] {
    color: var(--quiet);
  }
  small {
    color: var(--quiet);
    display: block;
  }
  select {
    border: 1px solid var(--line);
    background: var(--raised);
    border-radius: 3px;
    padding: 5px 8px;
  }
  form {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px;
    border-top: 1px solid var(--line);
    padding-top: 14px;
  }
  form > :last-child,
  form > .wide {
    grid-column: 1 / -1;
    justify-self: start;
  }
  > button {
    margin-top: 14px;
  }
  output {
    display: block;
    border: 1px solid var(--line);
    background: var(--raised);
    padding: 8px 10px;
    overflow-wrap: anywhere;
    margin-bottom: 12px;
  }
  output input {
    width: 100%;
    border: 0;
    background: none;
    font: inherit;
    color: inherit;
  }
`;
const RIGHTS = [
  ['see', 'may see'],
  ['comment', 'may comment'],
  ['edit', 'may edit'],
] as const;
type Given = (typeof RIGHTS)[number][0];
const SIDES = [
  ['people', 'People'],
  ['groups', 'Groups'],
  ['links', 'Links'],
  ['changes', 'Changes'],
] as const;

export function SharingDialog({ board, isOpen, onClose }: { board: Board; isOpen: boolean; onClose: () => void }) {
  const [side, setSide] = useState<(typeof SIDES)[number][0]>('people');
  return (
    <Dialog title="Share this board" isOpen={isOpen} onClose={onClose}>
      <Box>
        <Tabs label="Shared by" side={side} sides={SIDES} onSide={setSide}>
          {side === 'people' ? (
            <People board={board} />
          ) : side === 'groups' ? (
            <Groups board={board} />
          ) : side === 'links' ? (
            <Links board={board} />
          ) : (
            <Changes board={board} />
          )}
        </Tabs>
        <Button onPress={onClose}>Done</Button>
      </Box>
    </Dialog>
  );
}

function RightOf({
  name,
  value,
  onChange,
}: {
  name: string;
  value: Given | null;
  onChange: (right: Given | null) => void;
}) {
  return (
    <select
      aria-label={`Right of ${name}`}
      value={value ?? 'none'}
      onChange={(event) => onChange(event.target.value === 'none' ? null : (event.target.value as Given))}
    >
      <option value="none">not shared</option>
      {RIGHTS.map(([right, words]) => (
        <option key={right} value={right}>
          {words}
        </option>
      ))}
    </select>
  );
}

function People({ board }: { board: Board }) {
  const me = usePerson();
  const client = useQueryClient();
  const people = useQuery({ queryKey: ['people'], queryFn: api.people });
  const shares = useQuery({ queryKey: ['shares', board.id], queryFn: () => api.shares(board.id) });
  const share = useMutation({
    mutationFn: ({ person, right }: { person: string; right: Given | null }) => api.share(board.id, person, right),
    onSuccess: (now) => client.setQueryData(['shares', board.id], now),
  });
  const rights = new Map((shares.data ?? []).map((one) => [one.personId, one.right]));
  if (people.isPending || shares.isPending) return <Loading what="Looking for people" />;
  if (people.isError || shares.isError) return <Failure error={people.error ?? shares.error} />;
  return (
    <>
      <ul aria-label="People">
        {people.data
          .filter((person) => person.id !== me.id)
          .map((person) => (
            <li key={person.id}>
              <span>
                {person.name}
                <small>{person.role}</small>
              </span>
              <RightOf
                name={person.name}
                value={rights.get(person.id) ?? null}
                onChange={(right) => share.mutate({ person: person.id, right })}
              />
            </li>
          ))}
      </ul>
      {share.isError ? <Failure error={share.error} /> : null}
    </>
  );
}

function Groups({ board }: { board: Board }) {
  const client = useQueryClient();
  const groups = useQuery({ queryKey: ['shares', board.id, 'groups'], queryFn: () => api.groups(board.id) });
  const share = useMutation({
    mutationFn: ({ group, right }: { group: string; right: Given | null }) =>
      api.shareWithGroup(board.id, group, right),
    onSuccess: (now) => {
      client.setQueryData(['shares', board.id, 'groups'], now);
      void client.invalidateQueries({ queryKey: ['board', board.id] });
    },
  });
  if (groups.isPending) return <Loading what="Looking for groups" />;
  if (groups.isError) return <Failure error={groups.error} />;
  return (
    <>
      {groups.data.length === 0 ? <p>There are no groups yet. An admin puts people into groups.</p> : null}
      <ul aria-label="Groups">
        {groups.data.map(({ group, people, right }) => (
          <li key={group}>
            <span>
              {group}
              <small>
                {people} {people === 1 ? 'person' : 'people'}
              </small>
            </span>
            <RightOf name={group} value={right} onChange={(given) => share.mutate({ group, right: given })} />
          </li>
        ))}
      </ul>
      {share.isError ? <Failure error={share.error} /> : null}
    </>
  );
}

const DAY = 86_400_000;
const inDays = (days: number) => new Date(Date.now() + days * DAY).toISOString().slice(0, 10);
const addressOf = (token: string) => `${window.location.origin}/shared/${token}`;
const frameOf = (token: string) =>
  `<iframe src="${addressOf(token)}?framed" title="Board" width="100%" height="720" loading="lazy"></iframe>`;

function Links({ board }: { board: Board }) {
  const client = useQueryClient();
  const links = useQuery({ queryKey: ['shares', board.id, 'links'], queryFn: () => api.links(board.id) });
  const [name, setName] = useState('');
  const [until, setUntil] = useState(inDays(30));
  const [origin, setOrigin] = useState('');
  const [fixed, setFixed] = useState(false);
  const narrowed = board.refinement !== null && board.refinement.phrases.length > 0 ? board.refinement : null;
  const refresh = () => client.invalidateQueries({ queryKey: ['shares', board.id] });
  const make = useMutation({
    mutationFn: () =>
      api.makeLink(board.id, {
        name: name.trim(),
        until: new Date(`${until}T23:59:59`).toISOString(),
        ...(origin.trim() === '' ? {} : { embedIn: origin.trim() }),
        ...(fixed && narrowed ? { scope: narrowed.scope } : {}),
      }),
    onSuccess: () => {
      setName('');
      void refresh();
    },
  });
  const withdraw = useMutation({ mutationFn: (id: string) => api.withdrawLink(board.id, id), onSettled: refresh });
  const made = make.data ? (origin.trim() === '' ? addressOf(make.data.token) : frameOf(make.data.token)) : null;
  return (
    <>
      {made === null ? null : (
        <output aria-label="The new link">
          <small>Shown this once; copy it now.</small>
          <input readOnly value={made} aria-label="The new link’s address" onFocus={(event) => event.target.select()} />
        </output>
      )}
      {links.isPending ? (
        <Loading what="Looking for links" />
      ) : links.isError ? (
        <Failure error={links.error} />
      ) : links.data.length === 0 ? (
        <p>No links yet. Who has a link sees the board without signing in: what you may see, and no more.</p>
      ) : null}
      <ul aria-label="Links">
        {(links.data ?? []).map((link) => (
          <li key={link.id} {...(link.over ? { 'data-over': true } : {})}>
            <span>
              {link.name}
              <small>
                {link.withdrawnAt
                  ? 'withdrawn'
                  : link.over
                    ? 'over'
                    : `until ${new Date(link.expiresAt).toLocaleDateString(undefined, { day: 'numeric', month: 'short', year: 'numeric' })}`}{' '}
                · {link.label}
                {link.embedIn ? ` · within ${link.embedIn}` : ''} ·{' '}
                {link.lastUsedAt ? `opened ${ago(link.lastUsedAt)}` : 'not opened yet'}
              </small>
            </span>
            {link.over ? null : (
              <TextButton aria-label={`Withdraw ${link.name}`} onPress={() => withdraw.mutate(link.id)}>
                Withdraw
              </TextButton>
            )}
          </li>
        ))}
      </ul>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim() !== '') make.mutate();
        }}
      >
        <Field label="For whom" value={name} onChange={setName} placeholder="The council" />
        <Field label="Until" value={until} onChange={setUntil} type="date" />
        <div className="wide">
          <Field
            label="Within the pages of (for a frame; else empty)"
            value={origin}
            onChange={setOrigin}
            placeholder="https://intranet.example"
          />
        </div>
        {narrowed ? (
          <label className="wide">
            <input type="checkbox" checked={fixed} onChange={(event) => setFixed(event.target.checked)} /> Always{' '}
            {narrowed.phrases.map((phrase) => phrase.text).join(', ')}
          </label>
        ) : (
          <small className="wide">
            Refine the board for yourself first, and a link can hold that as a condition that stays.
          </small>
        )}
        <div>
          <Button type="submit" isDisabled={name.trim() === '' || until === '' || make.isPending}>
            Make a link
          </Button>
          {make.isError ? <Failure error={make.error} /> : withdraw.isError ? <Failure error={withdraw.error} /> : null}
        </div>
      </form>
    </>
  );
}

function Changes({ board }: { board: Board }) {
  const list = useQuery({
    queryKey: ['shares', board.id, 'audit'],
    queryFn: () => api.boardAudit(board.id),
    staleTime: 0,
  });
  if (list.isPending) return <Loading what="Fetching the list" />;
  if (list.isError) return <Failure error={list.error} />;
  return list.data.length === 0 ? <p>Nothing was changed about who may do what.</p> : <AuditList entries={list.data} />;
}

/** What was done, with what it was done to in words. */
export function AuditList({ entries }: { entries: readonly AuditEntry[] }) {
  const people = useQuery({ queryKey: ['people'], queryFn: api.people });
  const nameOf = (id: unknown) => people.data?.find((one) => one.id === id)?.name ?? '';
  const about = ({ detail, subject, action }: AuditEntry) =>
    [
      ...('with' in detail ? [nameOf(detail['with'])] : []),
      ...Object.entries(detail).flatMap(([key, value]) =>
        ['with', 'link'].includes(key) || value === null ? [] : [`${key} ${String(value)}`],
      ),
      ...(/^(table|model|measure|saved|calculation|set)/.test(action) ? [subject] : []),
    ]
      .filter((text) => text !== '')
      .join(', ');
  return (
    <ul aria-label="Changes">
      {entries.map((entry) => (
        <li key={entry.id}>
          <span>
            {entry.by ?? 'Someone'}: {entry.action}
            <small>{about(entry)}</small>
          </span>
          <small>{ago(entry.at)}</small>
        </li>
      ))}
    </ul>
  );
}
