/** One loaded table, for who keeps it: what it was loaded from and can be gone back to, and what its columns have to keep to. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import styled from 'styled-components';
import { brokenWords } from '@zud/core/data/column-rules';
import { listWords } from '@zud/core/reading/words';
import { api, type LoadedTable } from '../app/api';
import { Page } from '../app/Page';
import { ConfirmDialog } from '../parts/ConfirmDialog';
import { TextButton } from '../parts/controls';
import { ago, Head, Title } from '../parts/List';
import { Failure, Loading, Message } from '../parts/states';
import { TablePart } from '../parts/TablePart';
import { LoadsPart } from './LoadsPart';
import { RulesPart } from './RulesPart';
import { SourcePart } from './SourcePart';

const About = styled.p`
  color: var(--quiet);
  margin-bottom: 24px;
`;
const Query = styled.pre`
  overflow-x: auto;
  font-size: 13px;
  line-height: 1.5;
  border-left: 1px solid var(--line);
  padding-left: 14px;
  white-space: pre-wrap;
  &:focus-visible {
    outline: 2px solid var(--signal);
  }
`;
const Broken = styled.ul`
  border-left: 2px solid var(--signal);
  padding-left: 12px;
  margin-bottom: 26px;
  li {
    padding: 2px 0;
  }
`;

export function TablePage() {
  const { table: name = '' } = useParams();
  const tables = useQuery({ queryKey: ['tables'], queryFn: api.tables, retry: false });
  const table = tables.data?.find((one) => one.name === name);
  return (
    <Page>
      {tables.isPending ? (
        <Loading what="Looking for the table" />
      ) : tables.isError ? (
        <Failure error={tables.error} onRetry={() => void tables.refetch()} />
      ) : table === undefined ? (
        <Message title="There is no such table" action={<Link to="/tables">All tables</Link>}>
          “{name}” was taken away, or never loaded.
        </Message>
      ) : (
        <Whole table={table} />
      )}
    </Page>
  );
}

function Whole({ table }: { table: LoadedTable }) {
  const { models } = table;
  return (
    <>
      <Head>
        <Title>{table.name}</Title>
        {models.length > 0 ? null : <TakeAway name={table.name} />}
      </Head>
      <About>
        {table.rows.toLocaleString()} rows of {table.columns.length} columns, loaded {ago(table.loadedAt)}.{' '}
        {models.length === 0 ? (
          'No model reads it.'
        ) : (
          <>
            Read by{' '}
            {models.map(({ id, name }, index) => (
              <span key={id}>
                {index === 0 ? '' : index === models.length - 1 ? ' and ' : ', '}
                <Link to={`/models/${id}`}>{name}</Link>
              </span>
            ))}
            .
          </>
        )}
      </About>
      {table.source === null ? null : <SourcePart name={table.name} source={table.source} />}
      {table.derived === null ? null : <MadeOf name={table.name} derived={table.derived} />}
      {table.broken.length === 0 ? null : (
        <Broken aria-label="Rules that are broken">
          {table.broken.map((one) => (
            <li key={`${one.column} ${one.rule.kind}`}>{brokenWords(one)}</li>
          ))}
        </Broken>
      )}
      <RulesPart table={table} />
      {table.derived !== null ? null : table.external ? (
        <TablePart>
          <h2>Loads</h2>
          <p>It is kept by somebody else, so there is nothing here to go back to.</p>
        </TablePart>
      ) : (
        <LoadsPart
          name={table.name}
          models={listWords(
            models.map(({ name }) => `“${name}”`),
            'and',
          )}
        />
      )}
    </>
  );
}

/** Where its rows come from: the tables that its query reads, and the query. */
function MadeOf({ name, derived }: { name: string; derived: NonNullable<LoadedTable['derived']> }) {
  const sources = Object.keys(derived.sources);
  return (
    <TablePart aria-label="What it is made of">
      <h2>Made of</h2>
      <p>
        {sources.map((source, index) => (
          <span key={source}>
            {index === 0 ? '' : index === sources.length - 1 ? ' and ' : ', '}
            <Link to={`/tables/${source}`}>{source}</Link>
          </span>
        ))}
        , by this query; made anew whenever {sources.length === 1 ? 'it' : 'one of them'} is loaded.{' '}
        <Link to={`/query?table=${name}`}>Change the query</Link>
      </p>
      {derived.fault === null ? null : (
        <Broken as="p" role="alert">
          It could not be made anew of the latest load: {derived.fault} Its rows are those of before.
        </Broken>
      )}
      <Query tabIndex={0}>{derived.sql}</Query>
    </TablePart>
  );
}

function TakeAway({ name }: { name: string }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [asking, setAsking] = useState(false);
  const take = useMutation({
    mutationFn: () => api.takeTableAway(name),
    onSuccess: async () => {
      await navigate('/tables');
      await client.invalidateQueries({ queryKey: ['tables'] });
    },
  });
  return (
    <>
      <TextButton onPress={() => setAsking(true)}>Take it away …</TextButton>
      <ConfirmDialog
        title={`Take away “${name}”?`}
        text="No model reads it. Its rows and the loads that are kept of it are gone for good."
        act="Take it away"
        isOpen={asking}
        error={take.error}
        onConfirm={() => take.mutate()}
        onClose={() => setAsking(false)}
      />
    </>
  );
}
