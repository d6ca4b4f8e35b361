/** People, for admins: who they are, what they may do, how they get in, and who was taken away. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { api, type Member } from '../app/api';
import { Page } from '../app/Page';
import { usePerson } from '../app/session';
import { NARROW } from '../app/theme';
import { Button, Dialog, Field, Menu, PrimaryButton } from '../parts/controls';
import { Head, Title } from '../parts/List';
import { Failure, Loading } from '../parts/states';
import { groupsIn, linkTo, ROLES, stateWords } from './people-words';

const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-size: 13px;
  th {
    text-align: left;
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    padding: 6px 12px 6px 0;
    border-bottom: 1px solid var(--ink);
  }
  td {
    padding: 9px 12px 9px 0;
    border-bottom: 1px solid var(--line);
    vertical-align: baseline;
  }
  td small {
    color: var(--quiet);
    display: block;
    font-size: 12px;
    overflow-wrap: anywhere;
  }
  td:nth-child(2),
  td:last-child {
    white-space: nowrap;
  }
  tr[data-away] td {
    color: var(--quiet);
  }
  td:last-child {
    text-align: right;
    padding-right: 0;
  }
  @media (max-width: ${NARROW}) {
    th:nth-child(3),
    td:nth-child(3) {
      display: none;
    }
  }
`;
const Link = styled.p`
  border-left: 3px solid var(--signal);
  padding: 6px 12px;
  margin: 12px 0;
  font-size: 13px;
  max-width: 80ch;
  code {
    overflow-wrap: anywhere;
    user-select: all;
    background: var(--wash);
    padding: 2px 6px;
    display: inline-block;
    margin-top: 4px;
  }
`;
const Form = styled.form`
  display: grid;
  gap: 14px;
  label:has(select) {
    display: grid;
    gap: 4px;
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
  }
  select {
    border: 1px solid var(--line);
    border-radius: 3px;
    background: var(--raised);
    padding: 8px 10px;
    color: var(--ink);
    font: inherit;
    font-size: 13.5px;
  }
  small {
    color: var(--quiet);
    font-size: 12px;
  }
`;

export function PeoplePage() {
  const me = usePerson();
  const client = useQueryClient();
  const people = useQuery({ queryKey: ['everyone'], queryFn: api.everyone });
  const [open, setOpen] = useState<Member | 'new' | null>(null);
  const [link, setLink] = useState<{ name: string; address: string; until: string } | null>(null);
  const refresh = () => client.invalidateQueries({ queryKey: ['everyone'] });
  const shown = (name: string, made: { token: string; expiresAt: string }) =>
    setLink({ name, address: linkTo(window.location.origin, made.token), until: made.expiresAt });
  const act = useMutation({
    mutationFn: async ({ member, what }: { member: Member; what: string }) => {
      if (what === 'link') shown(member.name, await api.passwordLink(member.id));
      else if (what === 'out') await api.signOutPerson(member.id);
      else await api.changePerson(member.id, { active: what === 'back' });
    },
    onSettled: refresh,
  });
  const choose = (member: Member) => (what: string) =>
    what === 'change' ? setOpen(member) : act.mutate({ member, what });
  if (me.role !== 'admin')
    return (
      <Page>
        <Failure error={new Error('People are looked after by admins; ask one of them.')} />
      </Page>
    );
  return (
    <Page>
      <Head>
        <Title>People</Title>
        <PrimaryButton onPress={() => setOpen('new')}>Add a person</PrimaryButton>
      </Head>
      {link === null ? null : (
        <Link role="status">
          Send this link to {link.name}; they choose their password by it, once, until{' '}
          {new Date(link.until).toLocaleString()}. It is shown this once.
          <br />
          <code>{link.address}</code>
        </Link>
      )}
      {act.isError ? <Failure error={act.error} /> : null}
      {people.isPending ? (
        <Loading what="Fetching the people" />
      ) : people.isError ? (
        <Failure error={people.error} onRetry={() => void people.refetch()} />
      ) : (
        <Table aria-label="People">
          <thead>
            <tr>
              <th>Name</th>
              <th>Role</th>
              <th>Groups</th>
              <th>State</th>
              <th aria-label="Acts" />
            </tr>
          </thead>
          <tbody>
            {people.data.map((member) => (
              <tr key={member.id} {...(member.active ? {} : { 'data-away': true })}>
                <td>
                  {member.name}
                  <small>{member.email}</small>
                </td>
                <td>{member.role}</td>
                <td>{member.groups.join(', ') || '–'}</td>
                <td>{stateWords(member)}</td>
                <td>
                  <Menu
                    plain
                    label="Change"
                    ariaLabel={`Change ${member.name}`}
                    onChoose={choose(member)}
                    entries={
                      member.active
                        ? [
                            { id: 'change', label: 'Name, role and groups …' },
                            {
                              id: 'link',
                              label: 'Link to choose a password',
                              note: 'for who is new, or forgot theirs',
                            },
                            { id: 'out', label: 'Sign out everywhere' },
                            {
                              id: 'away',
                              label: 'Take away',
                              note: 'cannot sign in any more; what they made stays',
                              disabled: member.id === me.id,
                            },
                          ]
                        : [{ id: 'back', label: 'Take back' }]
                    }
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {open === null ? null : (
        <PersonDialog
          member={open === 'new' ? null : open}
          known={[...new Set((people.data ?? []).flatMap((one) => one.groups))].sort()}
          onClose={() => setOpen(null)}
          onDone={(name, made) => {
            setOpen(null);
            if (made) shown(name, made);
            void refresh();
          }}
        />
      )}
    </Page>
  );
}

function PersonDialog({
  member,
  known,
  onClose,
  onDone,
}: {
  member: Member | null;
  known: readonly string[];
  onClose: () => void;
  onDone: (name: string, link: { token: string; expiresAt: string } | null) => void;
}) {
  const [name, setName] = useState(member?.name ?? '');
  const [email, setEmail] = useState(member?.email ?? '');
  const [role, setRole] = useState<Member['role']>(member?.role ?? 'analyst');
  const [groups, setGroups] = useState((member?.groups ?? []).join(', '));
  const save = useMutation({
    mutationFn: async () => {
      const said = { name: name.trim(), role, groups: groupsIn(groups) };
      if (member === null) return (await api.addPerson({ ...said, email: email.trim() })).link;
      await api.changePerson(member.id, said);
      return null;
    },
    onSuccess: (made) => onDone(name.trim(), made),
  });
  const ready = name.trim() !== '' && email.trim() !== '' && !save.isPending;
  return (
    <Dialog title={member === null ? 'Add a person' : member.name} isOpen onClose={onClose}>
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          if (ready) save.mutate();
        }}
      >
        <Field label="Name" value={name} onChange={setName} autoFocus />
        {member === null ? <Field label="E-mail" value={email} onChange={setEmail} type="email" /> : null}
        <label>
          Role
          <select value={role} onChange={(event) => setRole(event.target.value as Member['role'])}>
            {ROLES.map(([id, words]) => (
              <option key={id} value={id}>
                {id}: {words}
              </option>
            ))}
          </select>
        </label>
        <Field
          label="Groups, with commas between them"
          value={groups}
          onChange={setGroups}
          placeholder={known.slice(0, 2).join(', ')}
        />
        <small>
          Groups say which rows of a model somebody sees, and which boards are shared with them.
          {known.length > 0 ? ` There are: ${known.join(', ')}.` : ''}
        </small>
        {save.isError ? <Failure error={save.error} /> : null}
        <div style={{ display: 'flex', gap: 10 }}>
          <PrimaryButton type="submit" isDisabled={!ready}>
            {member === null ? 'Add' : 'Save'}
          </PrimaryButton>
          <Button onPress={onClose}>Leave it</Button>
        </div>
      </Form>
    </Dialog>
  );
}
