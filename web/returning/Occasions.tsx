/** What alerts told, each with the way to ask on. */
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import type { OccasionView } from '@zud/core/contract/alerts';
import type { Reading } from '@zud/core/reading/schema';
import { api } from '../app/api';
import { usePerson } from '../app/session';
import { TextButton } from '../parts/controls';
import { ago } from '../parts/List';
import { Failure } from '../parts/states';
import { ActDialog, type ActedOn } from './ActDialog';
import { Times } from './alert-layout';

export function Occasions({
  occasions,
  marked,
  brief = false,
}: {
  occasions: readonly OccasionView[];
  marked?: string | null;
  brief?: boolean;
}) {
  const navigate = useNavigate();
  const me = usePerson();
  const [acts, setActs] = useState<ActedOn | null>(null);
  const ask = useMutation({
    mutationFn: async ({ modelId, reading }: { modelId: string; reading: Reading }) => {
      const inquiry = await api.createInquiry(modelId);
      const step = await api.ask(inquiry.id, { reading }, undefined);
      return `/inquiries/${inquiry.id}/steps/${step.id}`;
    },
    onSuccess: (to) => void navigate(to),
  });
  return (
    <>
      <Times aria-label="What alerts told" tabIndex={0}>
        {occasions.map((one) => (
          <li key={one.id} aria-current={one.id === marked ? 'true' : undefined}>
            {one.texts.map((text) => (
              <div key={text}>{one.seen ? text : <strong>{text}</strong>}</div>
            ))}
            <small>
              {ago(one.at)}
              {brief ? (
                <>
                  {' '}
                  · <Link to={`/alerts/${one.alertId}?told=${one.id}`}>the alert</Link>
                </>
              ) : null}
            </small>{' '}
            {one.reading !== null && me.role !== 'viewer' ? (
              <TextButton
                isDisabled={ask.isPending}
                onPress={() => one.reading !== null && ask.mutate({ modelId: one.modelId, reading: one.reading })}
              >
                ask on
              </TextButton>
            ) : null}{' '}
            {one.reading !== null && me.role !== 'viewer' ? (
              <TextButton
                onPress={() => one.reading !== null && setActs({ modelId: one.modelId, reading: one.reading })}
              >
                have something done
              </TextButton>
            ) : null}
          </li>
        ))}
      </Times>
      {acts === null ? null : <ActDialog from={acts} onClose={() => setActs(null)} />}
      {ask.isError ? <Failure error={ask.error} /> : null}
    </>
  );
}
