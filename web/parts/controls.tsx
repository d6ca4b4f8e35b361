/** Buttons, fields, dialogs and menus in the product's look, on React Aria's behaviour. */
import type { ReactNode } from 'react';
import {
  Button as AriaButton,
  Dialog as AriaDialog,
  Heading,
  Input,
  Label,
  Menu as AriaMenu,
  MenuItem,
  MenuTrigger,
  Modal,
  ModalOverlay,
  Popover,
  TextField,
  type Key,
} from 'react-aria-components';
import styled, { css } from 'styled-components';
import { SERIF } from '../app/theme';

const face = css`
  border: 1px solid var(--ink);
  background: transparent;
  color: var(--ink);
  border-radius: 3px;
  padding: 5px 12px;
  font-weight: 600;
  font-size: 13px;
  cursor: pointer;
  white-space: nowrap;
  &[data-hovered] {
    background: var(--wash);
  }
  &[data-pressed] {
    transform: translateY(1px);
  }
  &[data-disabled] {
    opacity: 0.45;
    cursor: default;
  }
  &[data-focus-visible] {
    outline: 2px solid var(--signal);
    outline-offset: 2px;
  }
`;

export const Button = styled(AriaButton)`
  ${face}
`;

export const PrimaryButton = styled(AriaButton)`
  ${face}
  background: var(--ink);
  color: var(--on-ink);
  &[data-hovered] {
    background: color-mix(in srgb, var(--ink) 86%, var(--paper));
  }
`;

/** A button that reads as text with a hairline below it. */
export const TextButton = styled(AriaButton)`
  border: 0;
  background: none;
  padding: 1px 0;
  font-size: 13px;
  color: var(--ink);
  cursor: pointer;
  border-bottom: 1px solid var(--line);
  text-align: left;
  border-radius: 0;
  &[data-hovered] {
    border-bottom-color: var(--ink);
  }
  &[data-disabled] {
    color: var(--quiet);
    cursor: default;
  }
  &[data-focus-visible] {
    outline: 2px solid var(--signal);
    outline-offset: 2px;
  }
`;

const FieldBox = styled(TextField)`
  display: grid;
  gap: 4px;
  label {
    font-size: 12px;
    font-weight: 600;
    color: var(--quiet);
  }
  input {
    border: 1px solid var(--line);
    border-radius: 3px;
    background: var(--raised);
    padding: 8px 10px;
  }
  input:focus {
    outline: 2px solid var(--signal);
    outline-offset: 1px;
  }
`;

export function Field(props: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  type?: string;
  autoFocus?: boolean;
  autoComplete?: string;
  placeholder?: string;
}) {
  return (
    <FieldBox
      value={props.value}
      onChange={props.onChange}
      type={props.type ?? 'text'}
      {...(props.autoFocus ? { autoFocus: true } : {})}
      {...(props.autoComplete ? { autoComplete: props.autoComplete } : {})}
    >
      <Label>{props.label}</Label>
      <Input placeholder={props.placeholder} />
    </FieldBox>
  );
}

const Veil = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  background: rgb(20 20 20 / 0.38);
  display: grid;
  place-items: center;
  padding: 16px;
  z-index: 40;
`;
const Sheet = styled(Modal)<{ $wide: boolean }>`
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: 4px;
  width: min(${(props) => (props.$wide ? 960 : 460)}px, 100%);
  max-height: 90vh;
  overflow: auto;
  padding: 24px;
`;
const SheetTitle = styled(Heading)`
  font: 600 20px/1.25 ${SERIF};
  margin: 0 0 14px;
`;

export function Dialog(props: {
  title: string;
  isOpen: boolean;
  onClose: () => void;
  children: ReactNode;
  wide?: boolean;
}) {
  return (
    <Veil isOpen={props.isOpen} onOpenChange={(open) => (open ? undefined : props.onClose())} isDismissable>
      <Sheet $wide={props.wide === true}>
        <AriaDialog style={{ outline: 'none' }}>
          <SheetTitle slot="title">{props.title}</SheetTitle>
          {props.children}
        </AriaDialog>
      </Sheet>
    </Veil>
  );
}

const MenuBox = styled(Popover)`
  background: var(--raised);
  border: 1px solid var(--line);
  border-radius: 3px;
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.12);
  min-width: 190px;
  max-height: 320px;
  overflow: auto;
  padding: 4px 0;
`;
const MenuList = styled(AriaMenu)`
  outline: none;
`;
const MenuLine = styled(MenuItem)`
  padding: 6px 14px;
  font-size: 13px;
  cursor: pointer;
  outline: none;
  max-width: 320px;
  &[data-focused] {
    background: var(--wash);
  }
  &[data-disabled] {
    color: var(--quiet);
    cursor: default;
  }
  small {
    display: block;
    font-size: 11.5px;
    color: var(--quiet);
    line-height: 1.3;
  }
`;

export interface MenuEntry {
  readonly id: string;
  readonly label: string;
  readonly note?: string;
  readonly disabled?: boolean;
}

export function Menu(props: {
  label: ReactNode;
  ariaLabel: string;
  entries: readonly MenuEntry[];
  onChoose: (id: string) => void;
  plain?: boolean;
}) {
  const Trigger = props.plain ? TextButton : Button;
  return (
    <MenuTrigger>
      <Trigger aria-label={props.ariaLabel}>{props.label}</Trigger>
      <MenuBox placement="bottom end">
        <MenuList
          aria-label={props.ariaLabel}
          onAction={(key: Key) => props.onChoose(String(key))}
          disabledKeys={props.entries.filter((entry) => entry.disabled).map((entry) => entry.id)}
        >
          {props.entries.map((entry) => (
            <MenuLine key={entry.id} id={entry.id} textValue={entry.label}>
              {entry.label}
              {entry.note ? <small>{entry.note}</small> : null}
            </MenuLine>
          ))}
        </MenuList>
      </MenuBox>
    </MenuTrigger>
  );
}
