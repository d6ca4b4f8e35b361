/** To whom an alert goes, when it is looked at, how often it tells: the same before and after it is kept. */
import type { AlertLook } from '@zud/core/alerts/alert';
import type { QuietHours, Receiver } from '@zud/core/contract/messages';
import { Choice } from '../parts/Choice';
import { TextButton } from '../parts/controls';
import { LookChoice } from './LookChoice';
import { Receivers } from './Receivers';
import { zone, type AlertChange } from './returning-api';

export interface Terms {
  readonly look: AlertLook;
  readonly receivers: readonly Receiver[];
  readonly again: number | null;
  readonly quiet: QuietHours | null;
}

export function TermsOfAlert(
  props: Terms & {
    looks: string;
    names: ReadonlyMap<string, string>;
    disabled?: boolean;
    onChange: (change: AlertChange, looks?: string) => void;
  },
) {
  const { look, receivers, again, quiet, onChange } = props;
  return (
    <>
      <section>
        <h2>Told to</h2>
        <Receivers receivers={receivers} names={props.names} onChange={(next) => onChange({ receivers: next })} />
      </section>
      <section>
        <h2>Looked at</h2>
        <LookChoice
          look={look}
          words={props.looks}
          onChange={(next, words) => next !== null && onChange({ look: next }, words)}
        />
      </section>
      <section>
        <h2>While it lasts</h2>
        <Choice
          label="While it lasts"
          value={again === null ? 'once' : 'again'}
          options={[
            ['once', 'told once, until it is back to normal'],
            ['again', 'told again'],
          ]}
          onChange={(value) => onChange({ again: value === 'once' ? null : 1 })}
        />
        {again === null ? null : (
          <p>
            every{' '}
            <input
              type="number"
              aria-label="Periods between two words"
              min={1}
              max={400}
              value={again}
              onChange={(event) => onChange({ again: Math.max(1, Math.min(400, Number(event.target.value) || 1)) })}
            />{' '}
            periods
          </p>
        )}
      </section>
      <section>
        <h2>Quiet hours</h2>
        {quiet === null ? (
          <TextButton onPress={() => onChange({ quiet: { from: '20:00', to: '07:00', zone: zone() } })}>
            none; keep some
          </TextButton>
        ) : (
          <p>
            from{' '}
            <input
              type="time"
              aria-label="Quiet from"
              value={quiet.from}
              onChange={(event) =>
                event.target.value !== '' && onChange({ quiet: { ...quiet, from: event.target.value } })
              }
            />{' '}
            to{' '}
            <input
              type="time"
              aria-label="Quiet until"
              value={quiet.to}
              onChange={(event) =>
                event.target.value !== '' && onChange({ quiet: { ...quiet, to: event.target.value } })
              }
            />{' '}
            <TextButton onPress={() => onChange({ quiet: null })}>none</TextButton>
          </p>
        )}
      </section>
    </>
  );
}
