/** Find anything by its name, from everywhere: by the button of the masthead, or by Alt and “/”. */
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import {
  Autocomplete,
  Button as AriaButton,
  Dialog,
  Header,
  Input,
  Menu,
  MenuItem,
  MenuSection,
  Modal,
  ModalOverlay,
  TextField,
} from 'react-aria-components';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { api, type FoundThing } from '../app/api';
import { useInterface } from '../app/interface-state';
import { NARROW, SERIF } from '../app/theme';
import { sectionsOf, startsFinder } from './found-sections';
import { useSettled } from './use-settled';

const Opener = styled(AriaButton)`
  && {
    border: 0;
    background: none;
    color: var(--quiet);
    font-size: 13.5px;
    font-weight: 400;
    cursor: pointer;
    padding: 4px 0;
    margin-right: 24px;
    flex: none;
    @media (max-width: ${NARROW}) {
      margin-right: 12px;
      max-width: none;
    }
    display: flex;
    align-items: center;
    gap: 7px;
  }
  &&[data-hovered] {
    color: var(--ink);
  }
  &[data-focus-visible] {
    outline: 2px solid var(--signal);
    outline-offset: 2px;
  }
  kbd {
    font: inherit;
    font-size: 11px;
    border: 1px solid var(--line);
    border-radius: 3px;
    padding: 0 5px;
  }
  @media (max-width: ${NARROW}) {
    && {
      margin-right: 6px;
    }
    kbd {
      display: none;
    }
  }
`;
const Overlay = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  background: rgb(0 0 0 / 0.28);
  z-index: 40;
  display: grid;
  justify-items: center;
  align-items: start;
  padding: 9vh 16px 16px;
`;
const Sheet = styled(Modal)`
  width: min(640px, 100%);
  max-height: 76vh;
  background: var(--raised);
  border: 1px solid var(--line);
  border-radius: 3px;
  box-shadow: 0 12px 40px rgb(0 0 0 / 0.2);
  overflow: hidden;
  section {
    display: grid;
    grid-template-rows: auto minmax(0, 1fr);
    max-height: 76vh;
    outline: none;
  }
  input {
    width: 100%;
    border: 0;
    border-bottom: 1px solid var(--line);
    background: transparent;
    padding: 14px 18px;
    font: 400 19px/1.3 ${SERIF};
    color: var(--ink);
    outline: none;
  }
  input::-webkit-search-cancel-button {
    display: none;
  }
`;
const List = styled(Menu)`
  overflow: auto;
  padding: 6px 0 10px;
  outline: none;
  header {
    padding: 10px 18px 3px;
    font-size: 12px;
    color: var(--quiet);
    font-weight: 600;
  }
`;
const Item = styled(MenuItem)`
  display: flex;
  gap: 14px;
  justify-content: space-between;
  align-items: baseline;
  padding: 5px 18px;
  cursor: pointer;
  outline: none;
  text-decoration: none;
  color: var(--ink);
  span {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  small {
    color: var(--quiet);
    font-size: 12.5px;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
    max-width: 45%;
  }
  &[data-focused] {
    background: var(--wash);
  }
`;
const Said = styled.p`
  padding: 14px 18px;
  color: var(--quiet);
  font-size: 13.5px;
`;

export function Finder() {
  const [isOpen, setOpen] = useState(false);
  const [text, setText] = useState('');
  const navigate = useNavigate();
  const { setDraft } = useInterface();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!startsFinder(event)) return;
      event.preventDefault();
      setOpen(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  const wanted = useSettled(text.trim(), 120);
  const result = useQuery({
    queryKey: ['find', wanted],
    queryFn: ({ signal }) => api.find(wanted, signal),
    enabled: isOpen && wanted !== '',
    placeholderData: keepPreviousData,
    staleTime: 15_000,
  });
  const found = wanted === '' ? [] : (result.data?.found ?? []);
  const open = ({ address, ask }: FoundThing) => {
    setOpen(false);
    setText('');
    if (ask !== undefined) setDraft('today', ask.text);
    void navigate(address ?? `/?model=${encodeURIComponent(ask?.modelId ?? '')}`, {
      ...(ask === undefined ? {} : { state: { caret: true } }),
    });
  };
  return (
    <>
      <Opener onPress={() => setOpen(true)} aria-label="Find anything">
        Find <kbd aria-hidden="true">Alt /</kbd>
      </Opener>
      <Overlay isOpen={isOpen} onOpenChange={setOpen} isDismissable>
        <Sheet>
          <Dialog aria-label="Find anything">
            <Autocomplete inputValue={text} onInputChange={setText}>
              <TextField aria-label="Find anything by its name" autoFocus>
                <Input placeholder="A board, a question, a measure, a member, a colleague" />
              </TextField>
              {wanted === '' ? (
                <Said>Type a part of a name. Arrow keys choose, Enter opens.</Said>
              ) : result.isError ? (
                <Said role="alert">{result.error.message}</Said>
              ) : result.isPending ? (
                <Said role="status" aria-busy="true">
                  Looking …
                </Said>
              ) : found.length === 0 ? (
                <Said role="status">Nothing you may see is called “{wanted}”.</Said>
              ) : (
                <List aria-label="Found" onAction={(key) => open(found[Number(key)] as FoundThing)}>
                  {sectionsOf(found).map(({ name, things }) => (
                    <MenuSection key={name} aria-label={name}>
                      <Header>{name}</Header>
                      {things.map(({ thing, at }) => (
                        <Item key={at} id={String(at)} textValue={thing.title}>
                          <span>{thing.title}</span>
                          <small>{thing.within}</small>
                        </Item>
                      ))}
                    </MenuSection>
                  ))}
                </List>
              )}
            </Autocomplete>
          </Dialog>
        </Sheet>
      </Overlay>
    </>
  );
}
