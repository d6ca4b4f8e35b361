/** Who sees what: groups that see some members' rows only. */
import { useState } from 'react';
import type { ModelDraftView } from '@zud/core/contract/workshop';
import { addRule, removeRule } from '@zud/core/model/file-edits';
import { Button, Field, TextButton } from '../parts/controls';
import { Head, Title } from '../parts/List';
import { Editor } from './Editor';
import { Grid, listOf, Select } from './fields';
import { Lines } from './Frame';
import type { DraftHandle } from './use-draft';

export function WhoSection({ draft, handle }: { draft: ModelDraftView; handle: DraftHandle }) {
  const { rowRules, sensitive, dimensions } = draft.file;
  const [adding, setAdding] = useState(false);
  const [group, setGroup] = useState('');
  const [members, setMembers] = useState('');
  const levels = dimensions.flatMap(({ levels: all }) => all.map(({ id, name }) => [id, name] as const));
  const [level, setLevel] = useState(levels[0]?.[0] ?? '');
  const nameOf = (id: string) => levels.find(([one]) => one === id)?.[1] ?? id;
  return (
    <>
      <Head>
        <Title>Who sees what</Title>
        <Button onPress={() => setAdding(true)}>New rule …</Button>
      </Head>
      {adding ? (
        <Editor
          label="New rule"
          ready={group.trim() !== '' && listOf(members).length > 0}
          onKeep={() => {
            handle.edit(addRule({ group: group.trim(), level, members: listOf(members) }));
            setAdding(false);
            setGroup('');
            setMembers('');
          }}
          onClose={() => setAdding(false)}
        >
          <Grid>
            <Field label="People of the group" value={group} onChange={setGroup} autoFocus />
            <Select label="see by" value={level} options={levels} onChange={setLevel} />
            <Field label="only (with commas between)" value={members} onChange={setMembers} />
          </Grid>
        </Editor>
      ) : null}
      <Lines aria-label="Rules">
        {rowRules.length === 0 ? <li>Everyone who may ask sees all rows.</li> : null}
        {rowRules.map((rule, at) => (
          <li key={`${rule.group} ${rule.level} ${at}`}>
            <b>{rule.group}</b> sees {nameOf(rule.level).toLowerCase()} {rule.members.join(', ')} only.{' '}
            <TextButton aria-label={`Take out the rule for ${rule.group}`} onPress={() => handle.edit(removeRule(at))}>
              take out
            </TextButton>
          </li>
        ))}
        {sensitive.map(({ column, except }) => (
          <li key={column}>
            The column {column} is shown to {except.length === 0 ? 'nobody' : except.join(', ')} only.
          </li>
        ))}
      </Lines>
    </>
  );
}
