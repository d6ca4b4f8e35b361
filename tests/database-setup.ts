/** One throw-away PostgreSQL for all suites of a run, in a folder of its own. */
import { mkdtempSync } from 'node:fs';
import path from 'node:path';
import { startCluster, type Cluster } from '../server/launch/cluster';

declare global {
  var testCluster: Cluster | undefined;
}

export default async function setUp(): Promise<void> {
  const cluster = await startCluster(mkdtempSync(path.join('/tmp', 'zud-test-')), { throwaway: true });
  globalThis.testCluster = cluster;
  process.env['ZUD_TEST_DATABASE'] = cluster.url;
}
