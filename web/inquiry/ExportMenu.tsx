/** An answer to take along: CSV, workbook, picture, or on the clipboard. */
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { Answer } from '@zud/core/query/answer';
import type { Reading } from '@zud/core/reading/schema';
import { api, type Step } from '../app/api';
import { Menu } from '../parts/controls';
import { picture, save, summary, tabSeparated } from './take-along';

type Way = 'csv' | 'xlsx' | 'png' | 'table' | 'summary';

export function ExportMenu(props: { modelId: string; step: Step; answer: Answer; reading: Reading; sentence: string }) {
  const { modelId, step, answer, reading, sentence } = props;
  const [said, setSaid] = useState('');
  const headline = step.headline ?? sentence;
  const take = useMutation({
    mutationFn: async (way: Way): Promise<string> => {
      if (way === 'csv' || way === 'xlsx') {
        const file = await api.exportAnswer(modelId, reading, [], way);
        save(file.name, file.content);
        return 'Saved';
      }
      if (way === 'png') {
        const drawn = await picture(document.querySelector<HTMLCanvasElement>('figure canvas'), headline, sentence);
        if (!drawn) return 'There is no chart to take a picture of; open the chart first.';
        save(`${headline.replace(/[^\p{L}\p{N} ,.-]+/gu, ' ').trim().slice(0, 80)}.png`, drawn);
        return 'Saved';
      }
      await navigator.clipboard.writeText(way === 'table' ? tabSeparated(answer) : summary(headline, sentence, step.notes));
      return 'Copied';
    },
    onMutate: () => setSaid(''),
    onSuccess: setSaid,
    onError: (error) => setSaid(error.message),
  });
  return (
    <>
      <span role="status" style={{ fontSize: 12.5, color: 'var(--quiet)' }}>{take.isPending ? 'Making it …' : said}</span>
      <Menu
        plain label="Export ▾" ariaLabel="Export"
        entries={[
          { id: 'csv', label: 'CSV file' },
          { id: 'xlsx', label: 'XLSX workbook' },
          { id: 'png', label: 'Picture of the chart', ...(reading.rows === null && answer.rows.length > 0 ? {} : { disabled: true, note: 'A listing has no chart.' }) },
          { id: 'table', label: 'Copy the table' },
          { id: 'summary', label: 'Copy the summary' },
        ]}
        onChoose={(way) => take.mutate(way as Way)}
      />
    </>
  );
}
