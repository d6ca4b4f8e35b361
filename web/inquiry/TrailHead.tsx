/** The inquiry's own line above its trail: title, whose it is, and what can be done with all of it. */
import { returning } from '../returning/returning-api';
import { useMakeBriefing } from '../returning/use-make-briefing';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { api, type Inquiry } from '../app/api';
import { usePerson } from '../app/session';
import { SERIF } from '../app/theme';
import { Button, Dialog, Field, Menu, PrimaryButton } from '../parts/controls';
import { ShareDialog } from '../parts/ShareDialog';
import { Failure } from '../parts/states';

const Head = styled.div`
  padding: 0 8px 12px 0;
  display: grid;
  gap: 2px;
  justify-items: start;
  h2 {
    font: 600 15px/1.3 ${SERIF};
    overflow-wrap: anywhere;
  }
  small {
    font-size: 11.5px;
    color: var(--quiet);
  }
`;
const RIGHTS = [
  ['see', 'may see'],
  ['ask', 'may go on'],
] as const;

export function TrailHead({ inquiry, onTeach }: { inquiry: Inquiry; onTeach: () => void }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const person = usePerson();
  const [open, setOpen] = useState<'title' | 'share' | null>(null);
  const [title, setTitle] = useState(inquiry.title);
  const brief = useMakeBriefing();
  const refresh = () => client.invalidateQueries({ queryKey: ['inquiry', inquiry.id] });
  const rename = useMutation({
    mutationFn: () => api.renameInquiry(inquiry.id, title.trim()),
    onSuccess: () => {
      setOpen(null);
      return refresh();
    },
  });
  const copy = useMutation({
    mutationFn: () => api.copyInquiry(inquiry.id),
    onSuccess: (made) => navigate(`/inquiries/${made.id}`),
  });
  const routine = useMutation({
    mutationFn: () => returning.makeRoutine(inquiry.id),
    onSuccess: ({ id }) => navigate(`/routines/${id}`),
  });
  const owns = inquiry.right === 'owner';
  const act = (id: string) => {
    if (id === 'rename') {
      setTitle(inquiry.title);
      setOpen('title');
    }
    if (id === 'share') setOpen('share');
    if (id === 'copy') copy.mutate();
    if (id === 'teach') onTeach();
    if (id === 'briefing') brief.mutate({ inquiryId: inquiry.id });
    if (id === 'routine') routine.mutate();
    if (id === 'replay') void navigate(`/inquiries/${inquiry.id}/replay`);
  };
  const entries = [
    ...(owns
      ? [
          { id: 'rename', label: 'Rename' },
          { id: 'share', label: 'Share' },
        ]
      : []),
    ...(person.role === 'viewer' ? [] : [{ id: 'copy', label: 'Make a copy' }]),
    ...(person.role === 'viewer'
      ? []
      : [{ id: 'teach', label: 'Teach a term …', note: 'What words here should have meant' }]),
    ...(person.role === 'viewer'
      ? []
      : [
          { id: 'briefing', label: 'Make a briefing of it', note: 'Its starred steps as pages, or all' },
          { id: 'routine', label: 'Keep it as a routine', note: 'Its steps in words, to be run again' },
        ]),
    { id: 'replay', label: 'Replay on today’s data', note: 'Each step again; says which headlines changed' },
  ];
  return (
    <Head>
      <h2>{inquiry.title}</h2>
      <small>
        {owns
          ? inquiry.sharedWith === 0
            ? 'yours, private'
            : `yours, shared with ${inquiry.sharedWith} ${inquiry.sharedWith === 1 ? 'person' : 'people'}`
          : `by ${inquiry.owner}, shared with you to ${inquiry.right === 'ask' ? 'go on' : 'see'}`}
      </small>
      <Menu plain label="Inquiry ▾" ariaLabel="What to do with this inquiry" entries={entries} onChoose={act} />
      {copy.isError || routine.isError ? <Failure error={copy.error ?? routine.error} /> : null}
      <Dialog title="Rename the inquiry" isOpen={open === 'title'} onClose={() => setOpen(null)}>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (title.trim() !== '') rename.mutate();
          }}
        >
          <Field label="Title" value={title} onChange={setTitle} autoFocus />
          {rename.isError ? <Failure error={rename.error} /> : null}
          <div style={{ display: 'flex', gap: 10, marginTop: 14 }}>
            <PrimaryButton type="submit">Rename</PrimaryButton>
            <Button onPress={() => setOpen(null)}>Cancel</Button>
          </div>
        </form>
      </Dialog>
      {owns ? (
        <ShareDialog
          title="Share this inquiry"
          kept={['inquiry', inquiry.id]}
          isOpen={open === 'share'}
          onClose={() => {
            setOpen(null);
            void refresh();
          }}
          rights={RIGHTS}
          fetch={() => api.inquiryShares(inquiry.id)}
          set={(who, right) => api.shareInquiry(inquiry.id, who, right)}
        />
      ) : null}
    </Head>
  );
}
