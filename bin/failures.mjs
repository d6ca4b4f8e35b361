/** Names what failed once more, shortly, from the reports of Jest and Playwright: the end of a long log is what one sees. */
import { readFileSync } from 'node:fs';

const [, , jestReport, browserReport] = process.argv;

/** @returns what a report file holds, or nothing where the suite ended before it wrote one */
function reportOf(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
}

/** @returns the first lines of a message, without the colours of a terminal */
const shortly = (message) =>
  String(message ?? '')
    .replace(/\x1b\[[0-9;]*m/g, '')
    .split('\n')
    .slice(0, 12)
    .join('\n    ');

const inJest = (reportOf(jestReport)?.testResults ?? []).flatMap((file) => {
  const failed = file.assertionResults.filter((one) => one.status === 'failed');
  if (failed.length > 0)
    return failed.map((one) => ({ file: file.name, name: one.fullName, message: one.failureMessages[0] }));
  return file.status === 'failed' ? [{ file: file.name, name: 'the whole file', message: file.message }] : [];
});

const specsOf = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specsOf)];
const inBrowser = (reportOf(browserReport)?.suites ?? [])
  .flatMap(specsOf)
  .filter((spec) => !spec.ok)
  .map((spec) => ({
    file: spec.file,
    name: spec.title,
    message: spec.tests.flatMap((one) => one.results).find((result) => result.error)?.error.message,
  }));

for (const { file, name, message } of [...inJest, ...inBrowser])
  process.stdout.write(`✘ ${file} › ${name}\n    ${shortly(message)}\n`);
