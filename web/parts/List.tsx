/** A list of things with an address: title, a line about it, acts at the right. */
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { SERIF } from '../app/theme';

const Rows = styled.ul`
  border-top: 1px solid var(--line);
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 16px;
    align-items: baseline;
    padding: 11px 0;
    border-bottom: 1px solid var(--line);
  }
  a {
    font: 600 17px/1.3 ${SERIF};
    text-decoration: none;
  }
  a:hover {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  span {
    color: var(--quiet);
    font-size: 13px;
    flex: 1 1 120px;
  }
`;
export const Title = styled.h1`
  font: 600 25px/1.3 ${SERIF};
  margin-bottom: 14px;
`;
export const Head = styled.div`
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: baseline;
  gap: 0 16px;
  > :not(h1) {
    margin-bottom: 14px;
  }
`;

export interface Entry {
  readonly id: string;
  readonly to: string;
  readonly title: string;
  readonly about: string;
  readonly acts?: ReactNode;
}

export function List({ entries, label }: { entries: readonly Entry[]; label: string }) {
  return (
    <Rows aria-label={label}>
      {entries.map((entry) => (
        <li key={entry.id}>
          <Link to={entry.to}>{entry.title}</Link>
          <span>{entry.about}</span>
          {entry.acts}
        </li>
      ))}
    </Rows>
  );
}

/** When something happened, as near as a person would say it, in the reader's locale. */
export function ago(iso: string, now = Date.now()): string {
  const minutes = Math.round((now - Date.parse(iso)) / 60_000);
  const words = new Intl.RelativeTimeFormat(undefined, { numeric: 'auto' });
  if (minutes < 60) return words.format(-minutes, 'minute');
  if (minutes < 60 * 24) return words.format(-Math.round(minutes / 60), 'hour');
  return words.format(-Math.round(minutes / 1440), 'day');
}
