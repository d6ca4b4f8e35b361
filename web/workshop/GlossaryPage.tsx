/** The glossary: what people say and what it means here, like a dictionary; what is proposed; and what was not understood. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import styled from 'styled-components';
import type { TermView } from '@zud/core/contract/terms';
import { plainLetters } from '@zud/core/language/tokens';
import { api } from '../app/api';
import { usePerson } from '../app/session';
import { keepsModel } from '../model/keeping';
import { NARROW, SERIF } from '../app/theme';
import { Button, Field, PrimaryButton, TextButton } from '../parts/controls';
import { Title } from '../parts/List';
import { Failure, Loading, Message } from '../parts/states';
import { entriesOf, firstLetter, type Entry } from './entries';
import { Frame, Acts, Lines } from './Frame';
import { partsOf } from './parts';
import { ChangedQuestions } from './ChangedQuestions';
import { TeachDialog } from './TeachDialog';

const Lead = styled.p`
  font: 400 16.5px/1.45 ${SERIF};
  margin: -8px 0 16px;
`;
const Search = styled.div`
  display: flex;
  gap: 12px;
  align-items: end;
  margin-bottom: 22px;
  > div {
    width: min(300px, 100%);
  }
`;
const Words = styled.div`
  columns: 2;
  column-gap: 34px;
  section {
    break-inside: avoid-column;
    margin-bottom: 20px;
  }
  h2 {
    font: 600 18px/1.3 ${SERIF};
    color: var(--quiet);
    padding-bottom: 4px;
    margin-bottom: 10px;
    border-bottom: 1px solid var(--line);
  }
  dl > div {
    break-inside: avoid;
    margin-bottom: 12px;
  }
  dt,
  dd {
    display: inline;
    font: 400 16px/1.4 ${SERIF};
  }
  dt b {
    font-weight: 650;
  }
  dt em {
    color: var(--quiet);
  }
  dd u {
    text-decoration-color: var(--signal);
    text-decoration-thickness: 1.5px;
    text-underline-offset: 4px;
  }
  small {
    display: block;
    color: var(--quiet);
    font:
      400 12px/1.5 'Public Sans Variable',
      sans-serif;
  }
  small button {
    font-size: 12px;
  }
  @media (max-width: ${NARROW}) {
    columns: 1;
  }
`;

export function GlossaryPage() {
  const { modelId = '' } = useParams();
  const person = usePerson();
  const [search, setSearch] = useState('');
  const [teaching, setTeaching] = useState<{ term?: string; means?: string } | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const model = useQuery({ queryKey: ['model', modelId], queryFn: () => api.model(modelId) });
  const keeper = keepsModel(person, model.data?.kept);
  const terms = useQuery({ queryKey: ['terms', modelId], queryFn: () => api.terms(modelId) });
  const draft = useQuery({ queryKey: ['draft', modelId], queryFn: () => api.draft(modelId), enabled: keeper });
  const entries = entriesOf(terms.data ?? [], model.data);
  const wanted = plainLetters(search.trim());
  const found = entries.filter((one) => wanted === '' || plainLetters(`${one.head} ${one.means}`).includes(wanted));
  const letters = [...new Set(found.map((one) => firstLetter(one.head)))];
  const proposed = (terms.data ?? []).filter(({ state }) => state === 'proposed');
  const shown = (terms.data ?? []).find(({ id }) => id === chosen) ?? (keeper ? proposed[0] : undefined);
  const count = `${entries.length}${proposed.length > 0 ? `, ${proposed.length} proposed` : ''}`;
  const name = model.data?.name ?? modelId;
  return (
    <Frame
      title={<Link to={`/models/${modelId}`}>{name}</Link>}
      about={draft.data ? `as published, version ${draft.data.version}` : 'what it understands'}
      parts={partsOf(modelId, draft.data ?? null, count)}
      marginLabel="Proposed, and not understood"
      margin={
        <>
          {shown === undefined ? null : <TermMargin key={shown.id} modelId={modelId} term={shown} keeper={keeper} />}
          {keeper ? (
            <NotUnderstoodList modelId={modelId} onTeach={(term, means) => setTeaching({ term, means })} />
          ) : shown === undefined ? (
            <p>Choose a term to see who taught it and how often it is used.</p>
          ) : null}
        </>
      }
    >
      <Title>Glossary</Title>
      <Lead>What people say, and what it means here.</Lead>
      <Search>
        <Field label="Search" value={search} onChange={setSearch} />
        {person.role === 'viewer' ? null : <Button onPress={() => setTeaching({})}>Teach a term …</Button>}
      </Search>
      {terms.isPending || model.isPending ? (
        <Loading what="Opening the glossary" />
      ) : terms.isError || model.isError ? (
        <Failure
          error={terms.error ?? model.error}
          onRetry={() => {
            void terms.refetch();
            void model.refetch();
          }}
        />
      ) : found.length === 0 ? (
        <Message title={wanted === '' ? 'No terms yet' : 'Nothing of that'}>
          {wanted === ''
            ? 'Teach what people say here and questions may use it at once.'
            : 'No term and no meaning holds these words.'}
        </Message>
      ) : (
        <Words>
          {letters.map((letter) => (
            <section key={letter} aria-label={letter}>
              <h2>{letter}</h2>
              <dl>
                {found
                  .filter((one) => firstLetter(one.head) === letter)
                  .map((one) => (
                    <EntryLines key={one.key} entry={one} onChoose={setChosen} />
                  ))}
              </dl>
            </section>
          ))}
        </Words>
      )}
      {teaching === null ? null : (
        <TeachDialog
          modelId={modelId}
          {...teaching}
          onClose={() => setTeaching(null)}
          onTaught={(term) => {
            setTeaching(null);
            setChosen(term.id);
          }}
        />
      )}
    </Frame>
  );
}

function EntryLines({ entry, onChoose }: { entry: Entry; onChoose: (id: string) => void }) {
  const { term } = entry;
  return (
    <div>
      <dt>
        <b>{entry.head}</b> <em>{entry.kind}.</em>
      </dt>{' '}
      <dd>
        {term?.state === 'proposed' ? <u>{entry.means}.</u> : `${entry.means}.`}
        <small>
          {entry.about}
          {term === null ? null : (
            <>
              {' · '}
              <TextButton aria-label={`More about ${entry.head}`} onPress={() => onChoose(term.id)}>
                more
              </TextButton>
            </>
          )}
        </small>
      </dd>
    </div>
  );
}

const TITLES: Readonly<Record<TermView['state'], string>> = {
  proposed: 'Proposed:',
  accepted: '',
  declined: 'Declined:',
};

/** One term: what it would change, and what may be done with it. */
function TermMargin({ modelId, term, keeper }: { modelId: string; term: TermView; keeper: boolean }) {
  const client = useQueryClient();
  const forOthers = term.for !== 'me';
  const impact = useQuery({
    queryKey: ['term impact', modelId, term.id],
    queryFn: ({ signal }) => api.termImpact(modelId, term.id, signal),
    enabled: keeper && forOthers,
  });
  const decide = useMutation({
    mutationFn: (state: 'accepted' | 'declined' | 'withdrawn') => api.decideTerm(modelId, term.id, state),
    onSuccess: () => client.invalidateQueries({ queryKey: ['terms', modelId] }),
  });
  return (
    <section>
      <h2>
        {TITLES[term.state]} “{term.term}”
      </h2>
      <p>means {term.means}.</p>
      <small>
        taught by {term.by}, for {term.for === 'me' ? 'themselves' : term.for}; used {term.times}{' '}
        {term.times === 1 ? 'time' : 'times'} by {term.people} {term.people === 1 ? 'person' : 'people'}
      </small>
      {keeper && forOthers ? (
        impact.isPending ? (
          <Loading what="Reading the saved questions again" />
        ) : impact.isError ? (
          <Failure error={impact.error} onRetry={() => void impact.refetch()} />
        ) : (
          <>
            <ChangedQuestions
              title={term.state === 'accepted' ? 'What it changed' : 'What it would change'}
              impact={impact.data}
            />
            {(impact.data.clashes ?? []).map((clash) => (
              <p key={clash}>It takes the place of {clash}.</p>
            ))}
          </>
        )
      ) : null}
      {decide.isError ? <Failure error={decide.error} /> : null}
      <Acts>
        {keeper && forOthers && term.state !== 'accepted' ? (
          <PrimaryButton isDisabled={decide.isPending} onPress={() => decide.mutate('accepted')}>
            Accept for {term.for === 'everyone' ? 'all' : term.for}
          </PrimaryButton>
        ) : null}
        {keeper && forOthers && term.state === 'proposed' ? (
          <Button isDisabled={decide.isPending} onPress={() => decide.mutate('declined')}>
            Decline
          </Button>
        ) : null}
        {keeper || term.mine ? (
          <Button isDisabled={decide.isPending} onPress={() => decide.mutate('withdrawn')}>
            Take back
          </Button>
        ) : null}
      </Acts>
    </section>
  );
}

function NotUnderstoodList(props: { modelId: string; onTeach: (term: string, means: string) => void }) {
  const found = useQuery({
    queryKey: ['not understood', props.modelId],
    queryFn: () => api.notUnderstood(props.modelId),
    staleTime: 0,
  });
  return (
    <section aria-label="Asked and not understood">
      <h2>Asked and not understood</h2>
      {found.isPending ? (
        <Loading what="Looking at what was asked" />
      ) : found.isError ? (
        <Failure error={found.error} onRetry={() => void found.refetch()} />
      ) : found.data.length === 0 ? (
        <p>Nothing in the last ninety days.</p>
      ) : (
        <Lines>
          {found.data.map((one) => (
            <li key={one.words}>
              <p>
                “{one.words}”{' '}
                <small
                  style={{ display: 'inline' }}
                >{`${one.times} ${one.times === 1 ? 'time' : 'times'}, ${one.people} ${one.people === 1 ? 'person' : 'people'}`}</small>
              </p>
              <small>
                {one.questions[0] === undefined ? '' : `in “${one.questions[0]}”`}
                {one.means === null ? '' : `; asked instead: ${one.means}`}
              </small>
              <TextButton aria-label={`Teach “${one.words}”`} onPress={() => props.onTeach(one.words, one.means ?? '')}>
                teach it …
              </TextButton>
            </li>
          ))}
        </Lines>
      )}
    </section>
  );
}
