/** Sides of one thing, one shown at a time: arrow keys move along them, as React Aria has it. */
import type { ReactNode } from 'react';
import { Tab, TabList, TabPanel, Tabs as AriaTabs } from 'react-aria-components';
import styled from 'styled-components';

const Sides = styled(TabList)`
  display: flex;
  gap: 20px;
  padding-bottom: 10px;
`;
const Side = styled(Tab)`
  padding: 2px 0;
  cursor: pointer;
  color: var(--quiet);
  font-size: 13px;
  border-bottom: 1.5px solid transparent;
  &[data-selected] {
    color: var(--ink);
    font-weight: 650;
    border-bottom-color: var(--ink);
  }
  &[data-focus-visible] {
    outline: 2px solid var(--signal);
    outline-offset: 2px;
  }
`;

/** @param props.children the side that is shown */
export function Tabs<Name extends string>(props: {
  label: string;
  side: Name;
  sides: readonly (readonly [Name, ReactNode])[];
  onSide: (side: Name) => void;
  children: ReactNode;
}) {
  return (
    <AriaTabs
      selectedKey={props.side}
      onSelectionChange={(key) => props.onSide(key as Name)}
      keyboardActivation="manual"
    >
      <Sides aria-label={props.label}>
        {props.sides.map(([id, name]) => (
          <Side key={id} id={id}>
            {name}
          </Side>
        ))}
      </Sides>
      <TabPanel key={props.side} id={props.side}>
        {props.children}
      </TabPanel>
    </AriaTabs>
  );
}
