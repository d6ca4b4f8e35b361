/** The frame of a model's workshop and glossary: its parts at the left, the part, and at the right what it would change. */
import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import styled from 'styled-components';
import { Page } from '../app/Page';
import { NARROW, SERIF } from '../app/theme';

const Columns = styled.div`
  display: grid;
  grid-template-columns: 214px minmax(0, 1fr) 318px;
  min-height: 0;
  height: 100%;
  > * {
    overflow: auto;
    min-height: 0;
  }
  @media (max-width: ${NARROW}) {
    grid-template-columns: minmax(0, 1fr);
    grid-auto-rows: max-content;
    overflow: auto;
    > * {
      overflow: visible;
    }
  }
`;
const Side = styled.nav`
  border-right: 1px solid var(--line);
  padding: 22px 0;
  > p {
    padding: 0 18px;
    font-size: 13px;
    color: var(--quiet);
    margin-bottom: 16px;
  }
  > p:first-child {
    font: 600 16px/1.35 ${SERIF};
    color: var(--ink);
    margin-bottom: 0;
    a {
      text-decoration: none;
    }
  }
  > div a {
    display: flex;
    justify-content: space-between;
    gap: 10px;
    padding: 5px 18px 5px 16px;
    border-left: 2px solid transparent;
    text-decoration: none;
    font-size: 13.5px;
  }
  > div a:hover {
    background: var(--wash);
  }
  > div a.active {
    border-left-color: var(--signal);
    font-weight: 600;
  }
  > div small {
    color: var(--quiet);
    font-weight: 400;
    font-size: 12px;
    white-space: nowrap;
  }
  @media (max-width: ${NARROW}) {
    border-right: 0;
    border-bottom: 1px solid var(--line);
    padding: 14px 0;
    > div {
      display: flex;
      flex-wrap: wrap;
    }
    > div a {
      border-left: 0;
      padding: 4px 14px;
    }
    > div a.active {
      text-decoration: underline;
      text-underline-offset: 4px;
    }
    > div small {
      display: none;
    }
  }
`;
const Middle = styled.main`
  padding: 24px 30px 40px;
  @media (max-width: ${NARROW}) {
    padding: 16px;
  }
`;
const Margin = styled.aside`
  border-left: 1px solid var(--line);
  padding: 22px 20px 30px;
  h2 {
    font: 600 18px/1.35 ${SERIF};
    margin-bottom: 2px;
  }
  p {
    font: 400 15px/1.45 ${SERIF};
  }
  small {
    display: block;
    color: var(--quiet);
    font-size: 12px;
    line-height: 1.4;
  }
  section + section {
    margin-top: 26px;
  }
  @media (max-width: ${NARROW}) {
    border-left: 0;
    border-top: 1px solid var(--line);
  }
`;

export interface Part {
  readonly to: string;
  readonly label: string;
  readonly about?: string;
}

export function Frame(props: {
  title: ReactNode;
  about: string;
  parts: readonly Part[];
  children: ReactNode;
  margin: ReactNode;
  marginLabel: string;
}) {
  return (
    <Page bare>
      <Columns>
        <Side aria-label="Parts of the model">
          <p>{props.title}</p>
          <p>{props.about}</p>
          <div>
            {props.parts.map((part) => (
              <NavLink key={part.to} to={part.to} end>
                {part.label}
                {part.about === undefined ? null : <small>{part.about}</small>}
              </NavLink>
            ))}
          </div>
        </Side>
        <Middle>{props.children}</Middle>
        <Margin aria-label={props.marginLabel}>{props.margin}</Margin>
      </Columns>
    </Page>
  );
}

/** Figures in a margin, each with what stands behind it. */
export const Lines = styled.ul`
  li {
    padding: 9px 0;
    border-top: 1px solid var(--line);
  }
  li > small {
    display: block;
    color: var(--quiet);
    font-size: 12px;
  }
  p b {
    font-weight: 600;
  }
  p b.signal {
    color: var(--signal);
  }
`;

/** Two buttons beside one another. */
export const Acts = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 10px;
  margin: 14px 0 10px;
`;
