/** The sentence: phrases told apart by type, with the marks of what a step put in and took out. A phrase opens what can be done with it. */
import { Fragment, type ReactNode } from 'react';
import { Button as AriaButton, Dialog, DialogTrigger, Popover, Pressable } from 'react-aria-components';
import styled from 'styled-components';
import { leadOf, type Phrase, type Sentence } from '@zud/core/reading/sentence';
import { SERIF } from '../app/theme';

const Text = styled.p<{ $small: boolean }>`
  font: 400 ${(props) => (props.$small ? 14 : 18)}px / 1.6 ${SERIF};
  .shown {
    font-weight: 650;
  }
  .by {
    font-style: italic;
  }
  .where {
    text-decoration: underline dotted;
    text-underline-offset: 4px;
    text-decoration-thickness: 1.5px;
    text-decoration-color: var(--quiet);
  }
  .when {
    text-transform: lowercase;
    font-variant-caps: all-small-caps;
    letter-spacing: 0.04em;
  }
  .rank {
    font-style: italic;
  }
  .order,
  .view {
    color: var(--quiet);
  }
  ins {
    text-decoration: none;
    box-shadow: inset 0 -2px 0 var(--signal);
    position: relative;
  }
  ins::after {
    content: '';
    position: absolute;
    left: -5px;
    top: 1.5em;
    width: 7px;
    height: 7px;
    border-left: 1.5px solid var(--signal);
    border-top: 1.5px solid var(--signal);
    transform: rotate(45deg) scale(0.8);
  }
  del {
    color: var(--quiet);
    text-decoration: line-through;
    text-decoration-color: var(--signal);
    text-decoration-thickness: 2px;
  }
  small {
    font: 400 13px/1.4 ${SERIF};
    color: var(--quiet);
  }
`;
/** A phrase runs on over the lines as text does, which a button of the browser can't. */
const Trigger = styled.span`
  cursor: pointer;
  border-radius: 2px;
  &:hover {
    background: var(--wash);
  }
  &:focus-visible {
    outline: 2px solid var(--signal);
    outline-offset: 2px;
  }
`;
const Sheet = styled(Popover)`
  background: var(--raised);
  border: 1px solid var(--line);
  border-radius: 3px;
  box-shadow: 0 6px 24px rgb(0 0 0 / 0.12);
  min-width: 220px;
  max-width: 340px;
  overflow: auto;
  padding: 4px 0;
`;
const Plus = styled(AriaButton)`
  border: 0;
  background: none;
  font: inherit;
  color: var(--quiet);
  cursor: pointer;
  padding: 0 4px;
  margin: 0 0 0 4px;
  border-radius: 2px;
  &[data-hovered] {
    background: var(--wash);
  }
  &[data-focus-visible] {
    outline: 2px solid var(--signal);
    outline-offset: 2px;
  }
`;

/** What opens from a phrase; `close` shuts it. */
type Editor = (close: () => void) => ReactNode;

export function SentenceLine(props: {
  sentence: Sentence;
  added?: readonly Phrase[];
  removed?: readonly Phrase[];
  editorFor?: (phrase: Phrase, close: () => void) => ReactNode;
  adder?: Editor;
  small?: boolean;
}) {
  const { editorFor, adder } = props;
  const isNew = (phrase: Phrase) =>
    props.added?.some((one) => one.part === phrase.part && one.text === phrase.text) === true;
  return (
    <Text $small={props.small === true} data-testid="sentence">
      {props.sentence.phrases.map((phrase, index) => {
        const inner = editorFor ? (
          <Opening
            className={phrase.part}
            name={`Change “${phrase.text}”`}
            label={phrase.text}
            editor={(close) => editorFor(phrase, close)}
          />
        ) : (
          <span className={phrase.part}>{phrase.text}</span>
        );
        return (
          <Fragment key={`${phrase.path}${index}`}>
            {index === 0 ? '' : leadOf(phrase.part)}
            {isNew(phrase) ? <ins>{inner}</ins> : inner}
            {phrase.detail === undefined ? null : <small> ({phrase.detail})</small>}
          </Fragment>
        );
      })}
      {adder ? (
        <DialogTrigger>
          <Plus aria-label="Add to the sentence">+</Plus>
          <Sheet placement="bottom start">
            <Dialog aria-label="Add to the sentence" style={{ outline: 'none' }}>
              {({ close }) => adder(close)}
            </Dialog>
          </Sheet>
        </DialogTrigger>
      ) : null}
      {(props.removed ?? []).map((phrase) => (
        <Fragment key={`gone ${phrase.text}`}>
          {' '}
          <del>{phrase.text}</del>
        </Fragment>
      ))}
    </Text>
  );
}

function Opening(props: { className: string; name: string; label: string; editor: Editor }) {
  return (
    <DialogTrigger>
      <Pressable>
        <Trigger role="button" tabIndex={0} className={props.className} aria-label={props.name}>
          {props.label}
        </Trigger>
      </Pressable>
      <Sheet placement="bottom start">
        <Dialog aria-label={props.name} style={{ outline: 'none' }}>
          {({ close }) => props.editor(close)}
        </Dialog>
      </Sheet>
    </DialogTrigger>
  );
}
