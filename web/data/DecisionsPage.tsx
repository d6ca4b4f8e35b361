/** What was decided of a model about the columns of its tables, each with its reason, turned by one press. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link, useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import type { ModelDecisions } from '@zud/core/contract/imports';
import { api } from '../app/api';
import { Page } from '../app/Page';
import { NARROW, SERIF } from '../app/theme';
import { Choice } from '../parts/Choice';
import { PrimaryButton } from '../parts/controls';
import { Title } from '../parts/List';
import { Failure, Loading } from '../parts/states';

const Crumbs = styled.p`
  font-size: 13px;
  color: var(--quiet);
  margin-bottom: 4px;
`;
const Lists = styled.div`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0 44px;
  margin: 16px 0 20px;
  h2 {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
    padding-bottom: 8px;
    border-bottom: 1.5px solid var(--ink);
  }
  li {
    padding: 11px 0 10px;
    border-bottom: 1px solid var(--line);
  }
  h3 {
    font: 600 17px/1.3 ${SERIF};
  }
  h3 em {
    font-size: 12px;
    font-style: normal;
    color: var(--signal);
    margin-left: 8px;
  }
  p {
    font: 400 15px/1.4 ${SERIF};
    color: var(--quiet);
    margin-bottom: 4px;
  }
  @media (max-width: ${NARROW}) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

type Decision = ModelDecisions['decisions'][number];

export function DecisionsPage() {
  const { modelId = '' } = useParams();
  const client = useQueryClient();
  const navigate = useNavigate();
  const key = ['decisions', modelId];
  const found = useQuery({ queryKey: key, queryFn: () => api.decisions(modelId) });
  const model = useQuery({ queryKey: ['model', modelId], queryFn: () => api.model(modelId) });
  const turn = useMutation({
    mutationFn: (what: { id: string; choice: string }) => api.turnDecision(modelId, what),
    onSuccess: (now) => {
      client.setQueryData(key, now);
      void client.invalidateQueries({ queryKey: ['model', modelId] });
    },
  });
  const ask = useMutation({
    mutationFn: () => api.createInquiry(modelId),
    onSuccess: ({ id }) => void navigate(`/inquiries/${id}`),
  });
  const name = model.data?.name ?? modelId;
  const list = (title: string, decisions: readonly Decision[]) =>
    decisions.length === 0 ? null : (
      <section>
        <h2>{title}</h2>
        <ul aria-label={title}>
          {decisions.map((one) => (
            <li key={one.id}>
              <h3>
                {one.about}
                {one.sure ? null : <em>look at it</em>}
              </h3>
              {one.why === null ? null : <p>{one.why}</p>}
              <Choice
                label={one.about}
                value={one.chosen}
                options={one.alternatives.map(({ id, label }) => [id, label] as const)}
                onChange={(choice) => turn.mutate({ id: one.id, choice })}
              />
            </li>
          ))}
        </ul>
      </section>
    );
  return (
    <Page>
      <Crumbs>
        <Link to="/models">Models</Link> / <Link to={`/models/${modelId}`}>{name}</Link> / what was decided
      </Crumbs>
      <Title>{name}: what was decided</Title>
      {found.isPending ? (
        <Loading what="Looking at the tables" />
      ) : found.isError ? (
        <Failure error={found.error} onRetry={() => void found.refetch()} />
      ) : (
        <>
          <p role="status">
            {turn.isPending ? 'Changing it …' : 'A choice holds at once, for everyone who asks this model.'}
          </p>
          {turn.isError ? <Failure error={turn.error} /> : null}
          {found.data.joins.map((join) => (
            <p key={`${join.from} ${join.to}`}>
              {join.from} is found in {join.to} for {join.matched.toLocaleString()} rows
              {join.unmatched.length === 0
                ? '.'
                : `; not found: ${join.unmatched.map(({ value, rows }) => `${value} (${rows.toLocaleString()} rows)`).join(', ')}.`}
            </p>
          ))}
          <Lists>
            {list(
              'Numbers',
              found.data.decisions.filter(({ id }) => !id.startsWith('level:')),
            )}
            {list(
              'Names',
              found.data.decisions.filter(({ id }) => id.startsWith('level:')),
            )}
          </Lists>
          <PrimaryButton isDisabled={ask.isPending} onPress={() => ask.mutate()}>
            Ask {name}
          </PrimaryButton>
        </>
      )}
    </Page>
  );
}
