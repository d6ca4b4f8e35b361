/** One mail a day, for whoever wants it. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Field } from '../parts/controls';
import { Failure } from '../parts/states';
import { returning, zone } from '../returning/returning-api';

const USUAL = '07:00';

export function DigestPart() {
  const client = useQueryClient();
  const digest = useQuery({ queryKey: ['digest'], queryFn: returning.digest });
  const [said, setSaid] = useState<string | null>(null);
  const refresh = () => client.invalidateQueries({ queryKey: ['digest'] });
  const want = useMutation({
    mutationFn: (at: string) => returning.wantDigest(at, zone()),
    onSettled: refresh,
  });
  const end = useMutation({ mutationFn: returning.endDigest, onSettled: refresh });
  if (digest.isError) return <Failure error={digest.error} onRetry={() => void digest.refetch()} />;
  const { at = null, words = null, next = null, follows = 0 } = digest.data ?? {};
  const time = said ?? at ?? USUAL;
  return (
    <>
      <h2>One mail a day</h2>
      <p>
        What is new among the boards that you follow, the best first; no mail where nothing is.{' '}
        {follows === 0
          ? 'You follow none yet: a board’s menu “More” has it.'
          : `You follow ${follows} ${follows === 1 ? 'board' : 'boards'}.`}
      </p>
      {words === null ? null : (
        <p role="status">
          It comes {words}
          {next === null ? '' : `, the next ${next}`}.
        </p>
      )}
      {want.isError || end.isError ? <Failure error={want.error ?? end.error} /> : null}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          want.mutate(time);
        }}
      >
        <Field label="At" type="time" value={time} onChange={setSaid} />
        <Button type="submit" isDisabled={!/^\d{2}:\d{2}$/.test(time) || want.isPending}>
          {at === null ? 'I want it' : 'Change it'}
        </Button>
        {at === null ? null : (
          <Button isDisabled={end.isPending} onPress={() => end.mutate()}>
            No more
          </Button>
        )}
      </form>
    </>
  );
}
