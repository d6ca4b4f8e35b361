/** Bringing a file: dropped, chosen or pasted. */
import { useRef, useState, type ClipboardEvent, type DragEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import styled from 'styled-components';
import { QUOTA } from '@zud/core/data/quota';
import { api } from '../app/api';
import { Page } from '../app/Page';
import { isSteward, usePerson } from '../app/session';
import { SERIF } from '../app/theme';
import { Button, Field, PrimaryButton } from '../parts/controls';
import { Title } from '../parts/List';
import { Failure, Message } from '../parts/states';
import { bring } from './bring';

const Crumbs = styled.p`
  font-size: 13px;
  color: var(--quiet);
  margin-bottom: 4px;
`;
const Drop = styled.div`
  border: 1.5px dashed var(--line);
  background: var(--raised);
  padding: 44px 28px;
  max-width: 760px;
  display: grid;
  gap: 14px;
  justify-items: start;
  &[data-over='true'] {
    border-color: var(--signal);
    background: var(--wash);
  }
  > p {
    font: 400 19px/1.45 ${SERIF};
  }
  small {
    color: var(--quiet);
    font-size: 13px;
  }
  progress {
    width: 320px;
    max-width: 100%;
    accent-color: var(--ink);
  }
`;
const Acts = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
`;

const AddressForm = styled.form`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 10px;
  width: 100%;
  > :first-child {
    flex: 1 1 320px;
    max-width: 520px;
  }
`;

/** A file is more than a word that was copied. */
const isTable = (text: string): boolean => text.includes('\n') && /[\t,;|]/.test(text);

export function BringPage() {
  const person = usePerson();
  const navigate = useNavigate();
  const chooser = useRef<HTMLInputElement>(null);
  const stop = useRef<AbortController | null>(null);
  const [over, setOver] = useState(false);
  const [sending, setSending] = useState<{ name: string; part: number } | null>(null);
  const [address, setAddress] = useState('');
  const [fetching, setFetching] = useState(false);
  const [error, setError] = useState<unknown>(null);

  const take = async (file: Blob, name: string) => {
    const stopped = new AbortController();
    stop.current = stopped;
    setError(null);
    setSending({ name, part: 0 });
    try {
      const { id } = await bring(file, name, (part) => setSending({ name, part }), stopped.signal);
      void navigate(`/models/bring/${id}`);
    } catch (problem) {
      if (!stopped.signal.aborted) setError(problem);
    } finally {
      setSending(null);
    }
  };
  const fetchIt = async () => {
    const stopped = new AbortController();
    stop.current = stopped;
    setError(null);
    setFetching(true);
    try {
      const { id } = await api.fetchFile(address, stopped.signal);
      void navigate(`/models/bring/${id}`);
    } catch (problem) {
      if (!stopped.signal.aborted) setError(problem);
    } finally {
      setFetching(false);
    }
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    const [file] = event.dataTransfer.files;
    if (file) void take(file, file.name);
  };
  const paste = (event: ClipboardEvent) => {
    if (event.target instanceof HTMLInputElement) return;
    const [file] = event.clipboardData.files;
    const text = event.clipboardData.getData('text/plain');
    if (file) void take(file, file.name);
    else if (isTable(text)) void take(new Blob([text]), 'pasted.txt');
    else setError(new Error('What was pasted is no table: copy several lines of a sheet, with their heads.'));
  };

  return (
    <Page>
      <Crumbs>
        <Link to="/models">Models</Link> / bring data
      </Crumbs>
      <Title>Bring data</Title>
      {person.role === 'viewer' ? (
        <Message title="Bringing data needs the role of analyst">
          An analyst can bring the file and share what comes of it with you, or a steward bring it for everyone.
        </Message>
      ) : (
        <Drop
          data-over={over}
          tabIndex={0}
          role="group"
          aria-label="Bring a file"
          onDragOver={(event) => {
            event.preventDefault();
            setOver(true);
          }}
          onDragLeave={() => setOver(false)}
          onDrop={drop}
          onPaste={paste}
        >
          {fetching ? (
            <>
              <p role="status">Fetching it from {address}</p>
              <progress aria-label="Fetching" />
              <Button onPress={() => stop.current?.abort()}>Stop</Button>
            </>
          ) : sending === null ? (
            <>
              <p>Drop a file here, choose one, or paste rows that you copied from a sheet.</p>
              <Acts>
                <PrimaryButton onPress={() => chooser.current?.click()}>Choose a file</PrimaryButton>
              </Acts>
              {isSteward(person) ? (
                <AddressForm
                  onSubmit={(event) => {
                    event.preventDefault();
                    void fetchIt();
                  }}
                >
                  <Field label="Or from an address" value={address} onChange={setAddress} placeholder="https://…" />
                  <Button type="submit" isDisabled={address.trim() === ''}>
                    Fetch it
                  </Button>
                </AddressForm>
              ) : null}
              <small>
                CSV and its kin, XLSX, JSON, Parquet; up to {isSteward(person) ? '2 GB' : `${QUOTA.bytes / 1e6} MB`}.
                Nothing is loaded before you have seen it, and nothing is changed in it that is not marked.{' '}
                {isSteward(person)
                  ? 'What is fetched from an address can be fetched again by a schedule.'
                  : 'What comes of it is yours alone until you share it.'}
              </small>
            </>
          ) : (
            <>
              <p role="status">{sending.part < 1 ? `Sending ${sending.name}` : `Looking through ${sending.name}`}</p>
              <progress aria-label="Sent" value={sending.part < 1 ? sending.part : undefined} max={1} />
              <Button onPress={() => stop.current?.abort()}>Stop</Button>
            </>
          )}
          <input
            ref={chooser}
            type="file"
            hidden
            data-testid="file"
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) void take(file, file.name);
              event.target.value = '';
            }}
          />
        </Drop>
      )}
      {error === null ? null : <Failure error={error} />}
    </Page>
  );
}
