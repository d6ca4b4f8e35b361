/** Slides are made by the running server; here they are opened again by another reader. */
import JsZip from 'jszip';
import { expect, signedIn, test } from './product';

type Row = (string | number | null)[];

/** The cached values of a part of a native chart's series. */
const values = (xml: string, part: string) =>
  [...(new RegExp(`<c:${part}>(.*?)</c:${part}>`, 's').exec(xml)?.[1] ?? '').matchAll(/<c:v>(.*?)<\/c:v>/g)].map(
    ([, value]) => value ?? '',
  );

test('a slide has a native chart with the numbers of the answer, and its words as text; kinds without one have a table', async ({
  browser,
  product,
}) => {
  const { request } = await signedIn(browser, product, 'mira');
  const slideOf = async (text: string) => {
    const { reading, sentence } = (await (
      await request.post(`${product.address}/api/models/ferries/read`, { data: { text } })
    ).json()) as { reading: object; sentence: { text: string } };
    const { answer } = (await (
      await request.post(`${product.address}/api/answers`, { data: { modelId: 'ferries', reading } })
    ).json()) as { answer: { rows: Row[] } };
    const response = await request.post(`${product.address}/api/exports`, {
      data: { modelId: 'ferries', reading, format: 'pptx' },
    });
    expect([text, response.status()]).toEqual([text, 200]);
    const file = await JsZip.loadAsync(await response.body());
    const slide = (await file.file('ppt/slides/slide1.xml')?.async('string')) ?? '';
    expect(slide).toContain(sentence.text);
    const chart = (await file.file(/ppt\/charts\/chart\d+\.xml$/)[0]?.async('string')) ?? '';
    const series = [...chart.matchAll(/<c:ser>.*?<\/c:ser>/gs)].map(([xml]) => ({
      name: /<c:tx>.*?<c:v>(.*?)<\/c:v>/s.exec(xml)?.[1] ?? '',
      members: values(xml, 'cat'),
      numbers: values(xml, 'val').map(Number),
    }));
    return { answer, slide, series };
  };

  const stacked = await slideOf('passengers by coast and channel in 2025');
  const told = stacked.series.flatMap(({ name, members, numbers }) =>
    members.map((member, at): Row => [member, name, numbers[at] ?? null]),
  );
  expect(told).toHaveLength(stacked.answer.rows.length);
  expect(told).toEqual(expect.arrayContaining(stacked.answer.rows));

  const compared = await slideOf('passengers by month in 2025 vs last year');
  expect(compared.series.map((one) => one.numbers)).toEqual([
    compared.answer.rows.map((row) => row[1]),
    compared.answer.rows.map((row) => row[2]),
  ]);

  const map = await slideOf('passengers by port in 2025 as a map');
  expect(map.series).toEqual([]);
  for (const [port, value] of map.answer.rows) {
    expect(map.slide).toContain(`>${String(port)}<`);
    expect(map.slide).toContain(`>${Number(value).toLocaleString('en-GB')}<`);
  }
  for (const text of [
    'passengers by channel in 2025 as a pie',
    'passengers and revenue by route in 2025 as a scatter',
    'revenue by route in 2025 as a pareto chart',
    'passengers in 2025',
    'passengers by coast, channel and month in 2025',
    'box plot of delay by vessel class in 2025',
  ])
    await slideOf(text);
});

test('a board as slides: one for its words, then one an answer, for whoever takes it along', async ({
  browser,
  product,
}) => {
  const { request } = await signedIn(browser, product, 'ines');
  const boards = (await (await request.get(`${product.address}/api/boards`)).json()) as { id: string; title: string }[];
  const id = boards.find((one) => one.title === 'Summer season 2026')?.id ?? '';
  const { tiles } = (await (await request.get(`${product.address}/api/boards/${id}`)).json()) as {
    tiles: { id: string; kind: string }[];
  };
  const answers = tiles.filter((tile) => tile.kind === 'answer');
  const response = await request.post(`${product.address}/api/boards/${id}/exports`, { data: { format: 'pptx' } });
  expect(response.status()).toBe(200);
  const file = await JsZip.loadAsync(await response.body());
  expect(file.file(/^ppt\/slides\/slide\d+\.xml$/)).toHaveLength(answers.length + 1);
  const slide = async (at: number) => (await file.file(`ppt/slides/slide${at}.xml`)?.async('string')) ?? '';
  expect(await slide(1)).toContain('Summer season 2026');
  for (const [index, tile] of answers.entries()) {
    const { headline } = (await (
      await request.get(`${product.address}/api/boards/${id}/tiles/${tile.id}/answer`)
    ).json()) as { headline: string };
    expect(await slide(index + 2)).toContain(headline.replace(/&/g, '&amp;'));
  }
});
