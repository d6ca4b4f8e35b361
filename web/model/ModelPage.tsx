/** What a model's data is, for people: its measures and its hierarchies with sample members. */
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import { api } from '../app/api';
import { Page } from '../app/Page';
import { isSteward, usePerson } from '../app/session';
import { NARROW, SERIF } from '../app/theme';
import { Button, TextButton } from '../parts/controls';
import { LimitNote } from '../parts/LimitNote';
import { Head, Title } from '../parts/List';
import { Failure, Loading } from '../parts/states';
import { AmissData } from '../data/AmissData';
import { keepsModel, keptWords } from './keeping';
import { EveryoneDialog, ShareModelDialog } from './ShareModelDialog';
import { TakeAwayDialog } from './TakeAwayDialog';

const Two = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 48px;
  margin-top: 22px;
  h2 {
    font: 600 18px/1.3 ${SERIF};
    margin-bottom: 8px;
  }
  h3 {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    margin: 14px 0 4px;
  }
  dt {
    font-weight: 600;
    margin-top: 9px;
  }
  dt button {
    font-weight: 400;
    font-size: 12px;
    margin-left: 8px;
    color: var(--quiet);
  }
  dd {
    color: var(--quiet);
    font-size: 13px;
  }
  @media (max-width: ${NARROW}) {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const About = styled.p`
  font: 400 16px/1.5 ${SERIF};
  color: var(--quiet);
`;

const Acts = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
`;

export function ModelPage() {
  const { modelId = '' } = useParams();
  const model = useQuery({ queryKey: ['model', modelId], queryFn: () => api.model(modelId) });
  const person = usePerson();
  const navigate = useNavigate();
  const draft = useMutation({
    mutationFn: (measure: string | null) => api.draftBoard({ modelId, ...(measure === null ? {} : { measure }) }),
    onSuccess: ({ id }) => void navigate(`/boards/${id}`),
  });
  const drafts = person.role !== 'viewer';
  const [dialog, setDialog] = useState<'take away' | 'share' | 'everyone' | null>(null);
  if (model.isPending)
    return (
      <Page>
        <Loading what="Opening the model" />
      </Page>
    );
  if (model.isError)
    return (
      <Page>
        <Failure error={model.error} onRetry={() => void model.refetch()} />
      </Page>
    );
  const { data } = model;
  const keeps = keepsModel(person, data.kept);
  const members = new Map(data.levels.map((level) => [level.id, level]));
  return (
    <Page>
      <Head>
        <Title>{data.name}</Title>
        <Acts>
          {drafts ? (
            <Button isDisabled={draft.isPending} onPress={() => draft.mutate(null)}>
              Draft a board
            </Button>
          ) : null}
          <Button onPress={() => void navigate(`/models/${modelId}/glossary`)}>Glossary</Button>
          {keeps ? (
            <Button onPress={() => void navigate(`/models/${modelId}/workshop/measures`)}>Workshop</Button>
          ) : null}
          {keeps ? (
            <Button onPress={() => void navigate(`/models/${modelId}/decisions`)}>What was decided</Button>
          ) : null}
          {data.kept === 'own' ? <Button onPress={() => setDialog('share')}>Share …</Button> : null}
          {data.kept !== null && isSteward(person) ? (
            <Button onPress={() => setDialog('everyone')}>Give to everyone …</Button>
          ) : null}
          {keeps ? <Button onPress={() => setDialog('take away')}>Take away …</Button> : null}
        </Acts>
      </Head>
      {dialog === 'take away' ? (
        <TakeAwayDialog modelId={modelId} name={data.name} onClose={() => setDialog(null)} />
      ) : null}
      <ShareModelDialog model={data} isOpen={dialog === 'share'} onClose={() => setDialog(null)} />
      {dialog === 'everyone' ? <EveryoneDialog model={data} onClose={() => setDialog(null)} /> : null}
      {draft.isPending ? <Loading what="Drafting the board" /> : null}
      {draft.isError ? <Failure error={draft.error} /> : null}
      <About>
        {keptWords(data.kept, data.sharedWith.length)} {data.description} The reference day is{' '}
        {new Date(`${data.asOfDay}T00:00:00Z`).toLocaleDateString(undefined, {
          day: 'numeric',
          month: 'long',
          year: 'numeric',
          timeZone: 'UTC',
        })}
        .
      </About>
      <LimitNote words={data.limited} />
      <AmissData modelId={modelId} />
      <Two>
        <section>
          <h2>Measures</h2>
          <dl>
            {data.measures.map((measure) => (
              <div key={measure.id}>
                <dt>
                  {measure.name}{' '}
                  {drafts ? (
                    <TextButton
                      aria-label={`Draft a board of ${measure.name}`}
                      isDisabled={draft.isPending}
                      onPress={() => draft.mutate(measure.id)}
                    >
                      board
                    </TextButton>
                  ) : null}
                </dt>
                <dd>
                  {[measure.description, measure.synonyms.length > 0 ? `Also: ${measure.synonyms.join(', ')}.` : null]
                    .filter(Boolean)
                    .join(' ') || measure.kind}
                </dd>
              </div>
            ))}
          </dl>
        </section>
        <section>
          <h2>Hierarchies</h2>
          {data.dimensions.map((dimension) => (
            <div key={dimension.id}>
              <h3>{dimension.name}</h3>
              <dl>
                {dimension.levels.map((level) => (
                  <div key={level.id}>
                    <dt>{level.name}</dt>
                    <dd>
                      {members.get(level.id)?.members ?? 0} members: {(members.get(level.id)?.sample ?? []).join(', ')}
                      {(members.get(level.id)?.members ?? 0) > 6 ? ' …' : ''}
                    </dd>
                  </div>
                ))}
              </dl>
            </div>
          ))}
        </section>
      </Two>
    </Page>
  );
}
