/** One throw-away PostgreSQL for all suites of a run, in a folder of its own. */
import { temporaryFolder } from './temporary-folder';
import { startCluster, type Cluster } from '../server/launch/cluster';

declare global {
  var testCluster: Cluster | undefined;
}

export default async function setUp(): Promise<void> {
  const cluster = await startCluster(temporaryFolder('test'), { throwaway: true });
  globalThis.testCluster = cluster;
  process.env['ZUD_TEST_DATABASE'] = cluster.url;
  process.env['ZUD_TEST_REPLAYS'] = temporaryFolder('replays');
}
