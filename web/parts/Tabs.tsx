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
  className?: string;
  /** The list of sides stands below what it shows. */
  below?: boolean;
  /** Stands beside the list of sides. */
  beside?: ReactNode;
}) {
  const list = (
    <TabList aria-label={props.label}>
      {props.sides.map(([id, name]) => (
        <Tab key={id} id={id}>
          {name}
        </Tab>
      ))}
    </TabList>
  );
  const panel = <TabPanel id={props.side}>{props.children}</TabPanel>;
  return (
    <AriaTabs
      {...(props.className === undefined ? {} : { className: props.className })}
      selectedKey={props.side}
      onSelectionChange={(key) => props.onSide(key as Side)}
      keyboardActivation="manual"
    >
      {props.below === true ? panel : null}
      {props.beside === undefined ? (
        list
      ) : (
        <div>
          {list}
          {props.beside}
        </div>
      )}
      {props.below === true ? null : panel}
    </AriaTabs>
  );
}
