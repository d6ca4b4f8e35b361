/** The sheet of a proof: lines of the file with an editor's marks. */
import styled from 'styled-components';
import type { BroughtFile, ImportLines } from '@zud/core/contract/imports';

const Frame = styled.div`
  overflow: auto;
  border: 1px solid var(--line);
  background: var(--raised);
  max-height: min(58vh, 640px);
  table {
    border-collapse: collapse;
    min-width: 100%;
    font-size: 13.5px;
  }
  th {
    position: sticky;
    top: 0;
    background: var(--raised);
    text-align: left;
    padding: 9px 14px 7px;
    font-weight: 600;
    border-bottom: 1.5px solid var(--ink);
    white-space: nowrap;
    vertical-align: bottom;
  }
  th small {
    display: block;
    font-weight: 400;
    font-size: 11.5px;
    color: var(--quiet);
  }
  td {
    padding: 5px 14px;
    border-bottom: 1px solid var(--line);
    white-space: nowrap;
    max-width: 320px;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  th[data-number='true'],
  td[data-number='true'] {
    text-align: right;
  }
  td:first-child,
  th:first-child {
    color: var(--quiet);
    font-size: 12px;
    text-align: right;
  }
  del {
    color: var(--quiet);
    text-decoration-color: var(--signal);
    text-decoration-thickness: 1.5px;
    margin-right: 6px;
  }
  ins {
    text-decoration: none;
    border-bottom: 2px solid var(--signal);
  }
  tr[data-out='true'] td {
    color: var(--quiet);
  }
`;

type Line = ImportLines['lines'][number];

/** A line that is left out and says one thing only, whatever the columns are. */
const isTitle = (line: Line): boolean =>
  line.leftOut !== null && line.cells.filter((cell) => cell.trim() !== '').length === 1;

/** As the reader writes days and numbers. */
function shown(text: string, type: string): string {
  if (type === 'date')
    return new Date(`${text}T00:00:00Z`).toLocaleDateString(undefined, {
      day: 'numeric',
      month: 'short',
      year: 'numeric',
      timeZone: 'UTC',
    });
  if (!isNumber(type)) return text.replace('T', ' ');
  const decimals = text.split('.')[1]?.length ?? 0;
  return Number(text).toLocaleString(undefined, { minimumFractionDigits: decimals, maximumFractionDigits: decimals });
}

const isNumber = (type: string): boolean => type === 'integer' || type === 'number';

export function ProofSheet({
  columns,
  lines,
}: {
  columns: NonNullable<BroughtFile['table']>['columns'];
  lines: ImportLines['lines'];
}) {
  return (
    <Frame tabIndex={0} role="region" aria-label="The file">
      <table>
        <thead>
          <tr>
            <th scope="col">
              <span className="visually-hidden">Line</span>
            </th>
            {columns.map((column) => (
              <th key={column.name} scope="col" data-number={isNumber(column.type)}>
                {column.from || column.name}
                <small>
                  {column.type}
                  {column.unit === undefined ? '' : `, ${column.unit}`}
                  {column.type === 'text' ? `, ${column.distinct.toLocaleString()} different` : ''}
                  {column.missing > 0 ? `, ${column.missing.toLocaleString()} missing` : ''}
                </small>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.line} data-out={line.leftOut !== null} title={line.leftOut ?? undefined}>
              <td>{line.line}</td>
              {isTitle(line) ? (
                <td colSpan={columns.length}>
                  <del>{line.cells.filter((cell) => cell.trim() !== '').join(' ')}</del>
                </td>
              ) : null}
              {(isTitle(line) ? [] : columns).map((column, at) => {
                const cell = line.cells[at] ?? '';
                const mark = line.marks.find((one) => one.at === at);
                return (
                  <td key={column.name} data-number={line.leftOut === null && isNumber(column.type)}>
                    {line.leftOut !== null ? (
                      cell === '' ? null : (
                        <del>{cell}</del>
                      )
                    ) : mark === undefined ? (
                      cell
                    ) : (
                      <>
                        <del>{mark.before}</del>
                        <ins>{mark.after === null ? 'missing' : shown(mark.after, column.type)}</ins>
                      </>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </Frame>
  );
}
