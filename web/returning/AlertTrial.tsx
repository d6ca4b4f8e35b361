/** When an alert would have told something over the past. */
import type { Trial } from '@zud/core/contract/alerts';
import { Times } from './alert-layout';
import { TrialPicture } from './TrialPicture';

export function TrialOf({ trial }: { trial: Trial }) {
  return (
    <>
      <p>
        <strong>{trial.text}</strong>{' '}
        {trial.times.length > 0 && trial.now.length > 0
          ? 'It is the case now; you are told when it comes about the next time.'
          : ''}
      </p>
      <TrialPicture trial={trial} />
      {trial.times.length === 0 ? null : (
        <section>
          <h2>When it would have told you</h2>
          <Times aria-label="When it would have told you" tabIndex={0}>
            {[...trial.times].reverse().map((one) => (
              <li key={one.at}>{one.text}</li>
            ))}
          </Times>
        </section>
      )}
    </>
  );
}
