/** The box of a tile of words. */
import type { ReactNode } from 'react';
import styled from 'styled-components';
import type { WordsTile } from '../app/api';
import { SERIF } from '../app/theme';

const Card = styled.section`
  height: 100%;
  padding: 6px 14px 8px;
  display: grid;
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr);
  min-width: 0;
  min-height: 0;
  overflow: hidden;
  position: relative;
  header {
    display: flex;
    justify-content: space-between;
    gap: 8px;
    min-height: 20px;
    font-size: 11.5px;
    font-weight: 600;
    color: var(--quiet);
  }
  header button {
    border: 0;
    padding: 0 2px;
    line-height: 1;
    color: var(--quiet);
  }
  p,
  li {
    font: 400 16px/1.5 ${SERIF};
    white-space: pre-line;
  }
  > div {
    overflow: auto;
    min-height: 0;
  }
  &[data-kind='section'] {
    padding: 0;
    align-content: end;
    border-bottom: 1px solid var(--ink);
    grid-template: minmax(0, 1fr) / minmax(0, 1fr) auto;
    align-items: end;
  }
  &[data-kind='section'] header {
    grid-column: 2;
    grid-row: 1;
    min-height: 0;
    padding: 0 4px 6px;
  }
  &[data-kind='section'] h2 {
    font: 600 21px/1.3 ${SERIF};
    padding-bottom: 4px;
  }
  &[data-kind='commentary'] {
    border-left: 2px solid var(--signal);
  }
  ul {
    display: grid;
    gap: 6px;
  }
  &[data-kind='commentary'] li {
    font-size: 15px;
    line-height: 1.42;
  }
  li button {
    font: inherit;
    border: 0;
    text-align: left;
    padding: 0;
    white-space: normal;
  }
  li button[data-hovered] {
    text-decoration: underline;
    text-decoration-thickness: 1px;
    text-underline-offset: 3px;
  }
  li[data-kind='caveat'] {
    color: var(--quiet);
  }
  form {
    display: grid;
    gap: 8px;
    grid-template-rows: minmax(0, 1fr) auto;
    height: 100%;
  }
  form > span {
    display: flex;
    gap: 8px;
  }
  textarea {
    width: 100%;
    min-height: 48px;
    resize: none;
    border: 1px solid var(--line);
    border-radius: 3px;
    background: var(--raised);
    padding: 6px 8px;
    font: 400 15px/1.45 ${SERIF};
    color: var(--ink);
  }
`;

export const WORDS_LABEL = { text: 'Text', section: 'Section', commentary: 'Commentary' } as const;

export function WordsBox({
  kind,
  words,
  acts,
  children,
}: {
  kind: WordsTile['kind'];
  words: string;
  acts?: ReactNode;
  children: ReactNode;
}) {
  return (
    <Card data-testid="tile" data-kind={kind} aria-label={kind === 'section' ? words : WORDS_LABEL[kind]}>
      <header>
        {kind === 'section' ? null : <span>{kind === 'commentary' ? 'Commentary' : ''}</span>}
        <span>{acts}</span>
      </header>
      <div>{children}</div>
    </Card>
  );
}
