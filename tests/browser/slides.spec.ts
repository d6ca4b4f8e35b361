/** Slides are made by the running server; here they are opened again by another reader. */
import JsZip from 'jszip';
import { expect, signedIn, test } from './product';

type Row = (string | number | null)[];

/** The cached values of a part of a native chart's series. */
const values = (xml: string, part: string) => [...(new RegExp(`<c:${part}>(.*?)</c:${part}>`, 's').exec(xml)?.[1] ?? '').matchAll(/<c:v>(.*?)<\/c:v>/g)].map(([, value]) => value ?? '');

test('a slide has a native chart with the numbers of the answer, and its words as text; kinds without one have a table', async ({ browser, product }) => {
  const { request } = await signedIn(browser, product, 'mira');
  const slideOf = async (text: string) => {
    const { reading, sentence } = (await (await request.post(`${product.address}/api/models/ferries/read`, { data: { text } })).json()) as { reading: object; sentence: { text: string } };
    const { answer } = (await (await request.post(`${product.address}/api/answers`, { data: { modelId: 'ferries', reading } })).json()) as { answer: { rows: Row[] } };
    const response = await request.post(`${product.address}/api/exports`, { data: { modelId: 'ferries', reading, format: 'pptx' } });
    expect([text, response.status()]).toEqual([text, 200]);
    const file = await JsZip.loadAsync(await response.body());
    const slide = (await file.file('ppt/slides/slide1.xml')?.async('string')) ?? '';
    expect(slide).toContain(sentence.text);
    const chart = (await file.file(/ppt\/charts\/chart\d+\.xml$/)[0]?.async('string')) ?? '';
    const series = [...chart.matchAll(/<c:ser>.*?<\/c:ser>/gs)].map(([xml]) => ({ name: /<c:tx>.*?<c:v>(.*?)<\/c:v>/s.exec(xml)?.[1] ?? '', members: values(xml, 'cat'), numbers: values(xml, 'val').map(Number) }));
    return { answer, slide, series };
  };

  const stacked = await slideOf('passengers by coast and channel in 2025');
  const told = stacked.series.flatMap(({ name, members, numbers }) => members.map((member, at): Row => [member, name, numbers[at] ?? null]));
  expect(told).toHaveLength(stacked.answer.rows.length);
  expect(told).toEqual(expect.arrayContaining(stacked.answer.rows));

  const compared = await slideOf('passengers by month in 2025 vs last year');
  expect(compared.series.map((one) => one.numbers)).toEqual([compared.answer.rows.map((row) => row[1]), compared.answer.rows.map((row) => row[2])]);

  const map = await slideOf('passengers by port in 2025 as a map');
  expect(map.series).toEqual([]);
  for (const [port, value] of map.answer.rows) {
    expect(map.slide).toContain(`>${String(port)}<`);
    expect(map.slide).toContain(`>${Number(value).toLocaleString('en-GB')}<`);
  }
  for (const text of ['passengers by channel in 2025 as a pie', 'passengers and revenue by route in 2025 as a scatter', 'revenue by route in 2025 as a pareto chart', 'passengers in 2025', 'passengers by coast, channel and month in 2025', 'box plot of delay by vessel class in 2025']) await slideOf(text);
});
