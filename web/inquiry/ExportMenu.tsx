/** An answer to take along: CSV, workbook, picture, or on the clipboard. */
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { Answer } from '@zud/core/query/answer';
import type { Reading } from '@zud/core/reading/schema';
import { api, type Step } from '../app/api';
import { Menu } from '../parts/controls';
import { picture, pictureOf, remarksOn, save, summary, tabSeparated } from './exports';

const FILES = ['csv', 'xlsx', 'svg', 'pdf', 'pptx'] as const;
type FileKind = (typeof FILES)[number];
type Way = FileKind | 'figures' | 'png' | 'table' | 'summary';
const isFile = (way: Way): way is FileKind => (FILES as readonly string[]).includes(way);

export function ExportMenu(props: {
  modelId: string;
  step: Step;
  answer: Answer;
  reading: Reading;
  sentence: string;
  limited: string | null;
}) {
  const { modelId, step, answer, reading, sentence } = props;
  const [said, setSaid] = useState('');
  const headline = step.headline ?? sentence;
  const remarks = remarksOn(step.notes, step.chart?.omitted ?? null, answer.asOf, props.limited);
  const take = useMutation({
    mutationFn: async (way: Way): Promise<string> => {
      if (isFile(way) || way === 'figures') {
        const file = await api.exportAnswer(modelId, reading, [], way === 'figures' ? 'csv' : way, way !== 'figures');
        save(file.name, file.content);
        return 'Saved';
      }
      if (way === 'png') {
        const canvases = document.querySelectorAll<HTMLCanvasElement>('figure canvas');
        const drawn =
          canvases.length === 1
            ? await picture(canvases[0] ?? null, headline, sentence, remarks)
            : await pictureOf((await api.exportAnswer(modelId, reading, [], 'svg')).content);
        if (!drawn) return 'The browser could not draw the picture; the SVG file is the same.';
        save(
          `${headline
            .replace(/[^\p{L}\p{N} ,.-]+/gu, ' ')
            .trim()
            .slice(0, 80)}.png`,
          drawn,
        );
        return 'Saved';
      }
      await navigator.clipboard.writeText(
        way === 'table' ? tabSeparated(answer) : summary(headline, sentence, remarks),
      );
      return 'Copied';
    },
    onMutate: () => setSaid(''),
    onSuccess: setSaid,
    onError: (error) => setSaid(error.message),
  });
  return (
    <>
      <span role="status" style={{ fontSize: 12.5, color: 'var(--quiet)' }}>
        {take.isPending ? 'Making it …' : said}
      </span>
      <Menu
        plain
        label="Export ▾"
        ariaLabel="Export"
        entries={[
          { id: 'csv', label: 'CSV file' },
          { id: 'figures', label: 'CSV file, figures only' },
          { id: 'xlsx', label: 'XLSX workbook' },
          { id: 'pdf', label: 'PDF document' },
          { id: 'pptx', label: 'PPTX slide' },
          {
            id: 'svg',
            label: 'SVG drawing',
            ...(reading.rows === null && answer.rows.length > 0
              ? {}
              : { disabled: true, note: 'A listing has no chart.' }),
          },
          {
            id: 'png',
            label: 'Picture of the chart',
            ...(reading.rows === null && answer.rows.length > 0
              ? {}
              : { disabled: true, note: 'A listing has no chart.' }),
          },
          { id: 'table', label: 'Copy the table' },
          { id: 'summary', label: 'Copy the summary' },
        ]}
        onChoose={(way) => take.mutate(way as Way)}
      />
    </>
  );
}
