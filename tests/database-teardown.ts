import { rmSync } from 'node:fs';

export default async function tearDown(): Promise<void> {
  const cluster = globalThis.testCluster;
  await cluster?.stop();
  if (cluster) rmSync(cluster.folder, { recursive: true, force: true });
}
