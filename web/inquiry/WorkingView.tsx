import { useMutation } from '@tanstack/react-query';
import { useRef } from 'react';
import styled from 'styled-components';
import type { Working } from '@zud/core/query/answer';
import type { Reading } from '@zud/core/reading/schema';
import { api } from '../app/api';
import { SERIF } from '../app/theme';
import { Button } from '../parts/controls';
import { Failure, Loading } from '../parts/states';

const Sheet = styled.div`
  overflow: auto;
  height: 100%;
  font: 400 15px/1.5 ${SERIF};
  padding-right: 8px;
  h2 {
    font:
      600 12px/1.4 'Public Sans Variable',
      sans-serif;
    color: var(--quiet);
    margin: 14px 0 4px;
  }
  h2:first-child {
    margin-top: 0;
  }
  ol,
  ul {
    display: grid;
    gap: 3px;
  }
  ol {
    list-style: decimal;
    padding-left: 20px;
  }
  pre {
    font:
      400 12px/1.5 ui-monospace,
      'DejaVu Sans Mono',
      monospace;
    white-space: pre-wrap;
    overflow-wrap: anywhere;
    background: var(--wash);
    padding: 10px 12px;
    border-radius: 3px;
    margin: 0;
  }
  dl {
    display: grid;
    grid-template-columns: max-content 1fr;
    gap: 2px 16px;
    font:
      400 13px/1.5 'Public Sans Variable',
      sans-serif;
  }
  dt {
    color: var(--quiet);
  }
  b {
    font-weight: 600;
  }
`;

export function WorkingView({ working, modelId, reading }: { working: Working; modelId: string; reading: Reading }) {
  const [version = '', loaded = ''] = working.dataVersion.split('@');
  return (
    <Sheet tabIndex={0} role="group" aria-label="Working">
      <h2>How it was computed</h2>
      <ol>
        {working.plan.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ol>
      <h2>Check</h2>
      <CheckView modelId={modelId} reading={reading} />
      <h2>What the measures mean</h2>
      <ul>
        {working.definitions.map((definition) => (
          <li key={definition.name}>
            <b>{definition.name}.</b> {definition.text}
          </li>
        ))}
      </ul>
      <h2>Conditions</h2>
      {working.conditions.length > 0 ? (
        <ul>
          {working.conditions.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      ) : (
        <p>None: all rows count.</p>
      )}
      <h2>Joins</h2>
      {working.joins.length > 0 ? (
        <ul>
          {working.joins.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      ) : (
        <p>None were needed.</p>
      )}
      <h2>Data</h2>
      <dl>
        <dt>Rows behind the answer</dt>
        <dd>{working.rowsRead.toLocaleString('en-GB')}</dd>
        <dt>Time</dt>
        <dd>{working.ms} ms</dd>
        <dt>Engine</dt>
        <dd>{working.engine}</dd>
        <dt>Reference day</dt>
        <dd>{working.asOf}</dd>
        <dt>Data version</dt>
        <dd>
          {version}
          {loaded ? `, loaded ${new Date(loaded).toLocaleString('en-GB')}` : ''}
        </dd>
      </dl>
      <h2>Query text</h2>
      <pre>{working.query}</pre>
      <h2>Parameters</h2>
      <pre>
        {working.parameters.length === 0
          ? 'none'
          : working.parameters.map((value, index) => `$${index + 1} = ${JSON.stringify(value)}`).join('\n')}
      </pre>
    </Sheet>
  );
}

/** Computes the numbers again, one by one from their own records, and says whether they agree. */
function CheckView({ modelId, reading }: { modelId: string; reading: Reading }) {
  const running = useRef<AbortController | null>(null);
  const check = useMutation({
    mutationFn: () => {
      running.current = new AbortController();
      return api.check(modelId, reading, running.current.signal);
    },
  });
  if (check.isPending)
    return <Loading what="Computing the numbers again, one by one" onStop={() => running.current?.abort()} />;
  const { data } = check;
  return (
    <div role="status" aria-live="polite">
      {check.isError && !(check.error instanceof DOMException) ? <Failure error={check.error} /> : null}
      {data && data.checked > 0 ? (
        <p>
          {data.differences.length === 0
            ? `${data.checked === 1 ? 'One number was' : `${data.checked} ${data.checked < data.of ? `of ${data.of} ` : ''}numbers were`} computed again, each alone from its own records: ${data.checked === 1 ? 'it agrees' : 'all agree'} (${data.ms} ms).`
            : `${data.differences.length} of ${data.checked} numbers computed again differ. Do not rely on this answer; tell whoever keeps the model.`}
        </p>
      ) : null}
      {data && data.differences.length > 0 ? (
        <ul>
          {data.differences.map((one) => (
            <li key={`${one.row} ${one.column}`}>
              <b>
                {one.row}, {one.column}
              </b>
              : {one.answer ?? 'none'} in the answer, {one.again ?? 'none'} again.
            </li>
          ))}
        </ul>
      ) : null}
      {data && data.left.length > 0 ? (
        <ul>
          {data.left.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      ) : null}
      {data ? null : (
        <p>
          Each number can be computed again by itself, from its own records, without the breakdown, the rank and the
          comparison.
        </p>
      )}
      <Button onPress={() => check.mutate()}>{data ? 'Check again' : 'Check the numbers'}</Button>
    </div>
  );
}
