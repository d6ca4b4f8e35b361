/** Sides of one thing, one shown at a time: arrow keys move along them, as React Aria has it. The looks are those of the place. */
import type { ReactNode } from 'react';
import { Tab, TabList, TabPanel, Tabs as AriaTabs } from 'react-aria-components';

/** @param props.children the side that is shown */
export function Tabs<Side extends string>(props: {
  label: string;
  side: Side;
  sides: readonly (readonly [Side, ReactNode])[];
  onSide: (side: Side) => void;
  children: ReactNode;
}) {
  return (
    <AriaTabs
      selectedKey={props.side}
      onSelectionChange={(key) => props.onSide(key as Side)}
      keyboardActivation="manual"
    >
      <TabList aria-label={props.label}>
        {props.sides.map(([id, name]) => (
          <Tab key={id} id={id}>
            {name}
          </Tab>
        ))}
      </TabList>
      <TabPanel key={props.side} id={props.side}>
        {props.children}
      </TabPanel>
    </AriaTabs>
  );
}
