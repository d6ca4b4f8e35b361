import styled from 'styled-components';
import type { Working } from '@zud/core/query/answer';
import { SERIF } from '../app/theme';

const Sheet = styled.div`
  overflow: auto; height: 100%; font: 400 15px/1.5 ${SERIF}; padding-right: 8px;
  h2 { font: 600 12px/1.4 'Public Sans Variable', sans-serif; color: var(--quiet); margin: 14px 0 4px; }
  h2:first-child { margin-top: 0; }
  ol, ul { display: grid; gap: 3px; }
  ol { list-style: decimal; padding-left: 20px; }
  pre { font: 400 12px/1.5 ui-monospace, 'DejaVu Sans Mono', monospace; white-space: pre-wrap; overflow-wrap: anywhere; background: var(--wash); padding: 10px 12px; border-radius: 3px; margin: 0; }
  dl { display: grid; grid-template-columns: max-content 1fr; gap: 2px 16px; font: 400 13px/1.5 'Public Sans Variable', sans-serif; }
  dt { color: var(--quiet); }
  b { font-weight: 600; }
`;

export function WorkingView({ working }: { working: Working }) {
  const [version = '', loaded = ''] = working.dataVersion.split('@');
  return (
    <Sheet tabIndex={0} role="group" aria-label="Working">
      <h2>How it was computed</h2>
      <ol>{working.plan.map((line) => <li key={line}>{line}</li>)}</ol>
      <h2>What the measures mean</h2>
      <ul>{working.definitions.map((definition) => <li key={definition.name}><b>{definition.name}.</b> {definition.text}</li>)}</ul>
      <h2>Conditions</h2>
      {working.conditions.length > 0 ? <ul>{working.conditions.map((line) => <li key={line}>{line}</li>)}</ul> : <p>None: all rows count.</p>}
      <h2>Joins</h2>
      {working.joins.length > 0 ? <ul>{working.joins.map((line) => <li key={line}>{line}</li>)}</ul> : <p>None were needed.</p>}
      <h2>Data</h2>
      <dl>
        <dt>Rows behind the answer</dt><dd>{working.rowsRead.toLocaleString('en-GB')}</dd>
        <dt>Time</dt><dd>{working.ms} ms</dd>
        <dt>Engine</dt><dd>{working.engine}</dd>
        <dt>Reference day</dt><dd>{working.asOf}</dd>
        <dt>Data version</dt><dd>{version}{loaded ? `, loaded ${new Date(loaded).toLocaleString('en-GB')}` : ''}</dd>
      </dl>
      <h2>Query text</h2>
      <pre>{working.query}</pre>
      <h2>Parameters</h2>
      <pre>{working.parameters.length === 0 ? 'none' : working.parameters.map((value, index) => `$${index + 1} = ${JSON.stringify(value)}`).join('\n')}</pre>
    </Sheet>
  );
}
