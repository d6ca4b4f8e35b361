/** The loaded tables that somebody keeps: how many rows, from when, and which break a rule of their columns. */
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { listWords } from '@zud/core/reading/words';
import { api } from '../app/api';
import { Page } from '../app/Page';
import { isSteward, usePerson } from '../app/session';
import { ago, Head, List, Title } from '../parts/List';
import { Failure, Loading, Message } from '../parts/states';

export function TablesPage() {
  const person = usePerson();
  const tables = useQuery({ queryKey: ['tables'], queryFn: api.tables, retry: false });
  return (
    <Page>
      <Head>
        <Title>{isSteward(person) ? 'Tables' : 'Your tables'}</Title>
        <span style={{ display: 'flex', gap: 18 }}>
          {isSteward(person) ? <Link to="/query">Write a query</Link> : null}
          <Link to="/models/bring">Bring data</Link>
        </span>
      </Head>
      {tables.isPending ? (
        <Loading what="Looking for tables" />
      ) : tables.isError ? (
        <Failure error={tables.error} onRetry={() => void tables.refetch()} />
      ) : tables.data.length === 0 ? (
        <Message title="No tables yet">Bring a file: it becomes a table, and can be asked a minute later.</Message>
      ) : (
        <List
          label="Tables"
          entries={tables.data.map(({ name, rows, columns, loadedAt, broken, models, own }) => ({
            id: name,
            to: `/tables/${name}`,
            title: name,
            about: `${own && isSteward(person) ? 'Yours. ' : ''}${rows.toLocaleString()} rows of ${columns.length} columns, loaded ${ago(loadedAt)}${
              models.length === 0
                ? ''
                : `; read by ${listWords(
                    models.map((model) => model.name),
                    'and',
                  )}`
            }`,
            acts:
              broken.length === 0 ? null : (
                <strong style={{ color: 'var(--signal)', fontSize: 13 }}>
                  {broken.length === 1 ? 'breaks a rule' : `breaks ${broken.length} rules`}
                </strong>
              ),
          }))}
        />
      )}
    </Page>
  );
}
