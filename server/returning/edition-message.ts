/** An edition as a message: each page with its headline, figures, picture and sentences, and the files that go along. */
import type { EditionPage } from '@zud/core/contract/briefings';
import { changedSince } from '@zud/core/briefings/since';
import { dayWords } from '@zud/core/reading/words';
import type { FiledAnswer } from '../exports/remarks';
import { FILE_TYPES } from '../exports/file-types';
import type { Attachment, Block, Message } from '../outlets/outlet';
import { briefingById, editionOf, viewBefore, viewOf } from '../store/briefings';
import type { OutboxRow } from '../store/outbox';
import type { Person } from '../store/people';
import type { Composing, NotSent } from './composing';
import { accessOf, pagesAsSeen } from './editions';

const PICTURE = { width: 640, height: 300 };
/** Pages whose pictures are in a message; the others are read at its address. */
const MOST_PICTURES = 12;

export async function editionMessage(
  row: OutboxRow,
  about: Extract<OutboxRow['about'], { kind: 'edition' }>,
  reader: Person,
  composing: Composing,
): Promise<Message | NotSent> {
  const { store, home } = { store: composing.store, home: composing.home() };
  const briefing = await briefingById(store, about.briefingId);
  if (briefing === null) return { state: 'nothing', said: 'The briefing was removed before it was sent.' };
  const edition = await editionOf(store, about.briefingId, about.number);
  const access = await accessOf(edition.pages, reader, composing);
  const before = await viewBefore(store, briefing.id, edition.number, access);
  const text = await composing.library.textFor(reader);
  // what somebody may see may be another part by now: then it is computed as they see it now
  const all =
    (await viewOf(store, briefing.id, edition.number, access)) ??
    (await pagesAsSeen(edition.pages, before, reader, composing));
  const pages = all
    .filter(({ left }) => left === null)
    .map((page) => ({ ...page, title: text(page.title), words: page.words === null ? null : text(page.words) }));
  if (pages.length === 0) return { state: 'nothing', said: 'No page has anything to tell.' };
  const title = text(briefing.title);
  const address = `${home}/briefings/${briefing.id}/editions/${edition.number}`;
  const since = before === null ? [] : changedSince(all, before);
  const blocks: Block[] = [
    { kind: 'heading', text: title },
    { kind: 'words', text: `Edition ${edition.number}, ${dayWords(edition.at.toISOString().slice(0, 10))}.` },
    ...(since.length === 0 ? [] : [{ kind: 'list' as const, items: since }]),
  ];
  let pictures = 0;
  for (const page of pages) {
    pictures += 1;
    const said = await pageBlocks(page, pictures <= MOST_PICTURES ? `page-${pictures}.png` : null, composing);
    // a briefing of one page has its title
    blocks.push(...(page.title === title ? said.slice(1) : said));
  }
  blocks.push({ kind: 'link', text: 'Read it on screen, and ask on', address });
  return {
    key: row.key,
    subject: `${title}, edition ${edition.number}`,
    blocks,
    attachments: await filesOf(briefing.files, title, edition.number, pages, composing),
    why: `You get the briefing “${title}”.`,
    unsubscribe: composing.unsubscribe(row),
    type: 'zud.briefing.edition',
    data: {
      briefing: briefing.id,
      edition: edition.number,
      title,
      since,
      address,
      pages: pages.map(({ title: name, headline, texts, figures, words, answer, sentence }) => ({
        title: name,
        headline,
        sentence: sentence?.text ?? null,
        texts,
        figures,
        words,
        columns: answer?.columns.map(({ label }) => label) ?? [],
        rows: answer?.rows ?? [],
      })),
    },
  };
}

async function pageBlocks(page: EditionPage, picture: string | null, { workers }: Composing): Promise<Block[]> {
  const { answer, chart } = page;
  const drawn =
    picture !== null && answer !== null && chart !== null && chart.kind !== 'number' && answer.rows.length > 0;
  return [
    { kind: 'heading', text: page.title },
    ...(page.headline === null ? [] : [{ kind: 'words' as const, text: page.headline }]),
    ...(page.words === null
      ? []
      : page.words
          .split('\n')
          .filter((line) => line.trim() !== '')
          .map((line) => ({ kind: 'words' as const, text: line }))),
    ...(page.figures.length === 0
      ? []
      : [
          {
            kind: 'figures' as const,
            figures: page.figures.map(({ text, label, change }) => ({
              text,
              label: change === null ? label : `${label}, ${change}`,
            })),
          },
        ]),
    ...(drawn
      ? [
          {
            kind: 'picture' as const,
            picture: {
              name: picture,
              alt: page.headline ?? page.title,
              png: Buffer.from(
                await workers.run('answerPng', {
                  answer,
                  chart,
                  headline: '',
                  sentence: page.sentence?.text ?? '',
                  size: PICTURE,
                }),
              ),
            },
          },
        ]
      : []),
    ...(page.texts.length === 0 ? [] : [{ kind: 'list' as const, items: page.texts }]),
  ];
}

/** Pages with answers, as files take them along. */
export const filedPages = (pages: readonly EditionPage[]): FiledAnswer[] =>
  pages.flatMap((page): FiledAnswer[] => {
    const { answer, chart, reading, sentence } = page;
    if (answer === null || chart === null || reading === null || sentence === null) return [];
    return [
      {
        outcome: 'answered',
        reading,
        sentence,
        answer,
        chart,
        headline: page.headline ?? page.title,
        plainHeadline: page.title,
        title: page.title,
        notes: [
          ...page.notes,
          ...page.texts
            .filter((text) => !page.notes.some((note) => note.text === text))
            .map((text) => ({ kind: 'finding' as const, text })),
        ],
        working: NO_WORKING,
      },
    ];
  });

const NO_WORKING: FiledAnswer['working'] = {
  plan: [],
  joins: [],
  conditions: [],
  definitions: [],
  query: '',
  parameters: [],
  rowsRead: 0,
  ms: 0,
  engine: '',
  dataVersion: '',
  asOf: '',
};

/** The words of an edition that stand before its answers. */
export const coverOf = (title: string, number: number, pages: readonly EditionPage[], since: readonly string[]) => ({
  title,
  sentence: `Edition ${number}`,
  words: [
    ...since,
    ...pages.flatMap(({ kind, words, texts, title: name }) =>
      kind === 'text' && words !== null ? [words] : kind === 'findings' ? [name, ...texts] : [],
    ),
  ],
});

async function filesOf(
  wanted: readonly string[],
  title: string,
  number: number,
  pages: readonly EditionPage[],
  { workers }: Composing,
): Promise<Attachment[]> {
  const answers = filedPages(pages);
  if (answers.length === 0) return [];
  return Promise.all(
    wanted.flatMap((format) => {
      if (format !== 'pdf' && format !== 'pptx' && format !== 'xlsx') return [];
      return [
        workers
          .run('answersFile', { format, answers, cover: coverOf(title, number, pages, []) })
          .then((content): Attachment => ({
            name: `${
              title
                .replace(/[^\p{L}\p{N} ,.-]/gu, ' ')
                .trim()
                .slice(0, 80) || 'briefing'
            }.${format}`,
            type: FILE_TYPES[format],
            content: Buffer.from(content),
          })),
      ];
    }),
  );
}
