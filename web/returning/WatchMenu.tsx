/** From an answer: to be told of it, to keep it in sight, to have something done. */
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { Reading } from '@zud/core/reading/schema';
import { Menu } from '../parts/controls';
import { ActDialog } from './ActDialog';
import { newAlertAddress, WATCHED } from './new-alert';
import { returning } from './returning-api';

export function WatchMenu({ modelId, reading }: { modelId: string; reading: Reading }) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const [acts, setActs] = useState(false);
  const keep = useMutation({
    mutationFn: () => returning.keepFigure({ modelId, reading }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['kept figures'] }),
  });
  return (
    <>
      <Menu
        plain
        label={keep.isSuccess ? 'Kept on Today ▾' : keep.isError ? 'Not kept ▾' : 'Watch ▾'}
        ariaLabel="Watch this answer"
        entries={[
          { id: 'alert', label: 'Tell me when …', note: 'An alert on this figure, tried over the past first' },
          {
            id: 'keep',
            label: 'Keep it on Today',
            note: 'Small, with its line and what moved since your last visit',
            disabled: keep.isPending,
          },
          { id: 'act', label: 'Have something done …', note: 'By another program, filled in from this answer' },
        ]}
        onChoose={(id) => {
          if (id === 'alert') void navigate(newAlertAddress(modelId, WATCHED), { state: { reading } });
          else if (id === 'act') setActs(true);
          else keep.mutate();
        }}
      />
      {acts ? <ActDialog from={{ modelId, reading }} onClose={() => setActs(false)} /> : null}
      <span className="visually-hidden" role="status">
        {keep.isSuccess ? 'Kept on Today.' : keep.isError ? keep.error.message : ''}
      </span>
    </>
  );
}
