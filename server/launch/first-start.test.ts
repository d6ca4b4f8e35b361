/** The first start of an installation, and a second one beside it. */
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { newDatabase } from '../../tests/demo-server';
import { personByPassword } from '../store/people';
import { openDatabase } from '../store/database';
import { LaunchError } from './cluster';
import { makeFirstAdmin } from './first-admin';
import { holdFolder } from './held-folder';

const folderOf = () => mkdtempSync(path.join(tmpdir(), 'zud-held-'));

test('an empty installation gets one admin with a password of its own, and no second one', async () => {
  const database = await openDatabase(await newDatabase(), () => undefined);
  const first = await makeFirstAdmin(database, 'First@House.example');
  expect(first?.password.length).toBeGreaterThanOrEqual(20);
  expect((await personByPassword(database.store, 'first@house.example', first?.password ?? ''))?.role).toBe('admin');
  expect(await makeFirstAdmin(database, 'second@house.example')).toBeNull();
  await database.close();
});

test('on a database of somebody’s own the published people of the demo are not made', async () => {
  const databaseUrl = await newDatabase();
  const folder = folderOf();
  const started = spawn('node', [path.join(__dirname, '../dist/start.js')], {
    env: { ...process.env, DATABASE_URL: databaseUrl, PORT: '0', ZUD_DATA: folder, ZUD_COLUMNAR: 'off' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  await new Promise<void>((resolve, reject) => {
    const hear = (part: Buffer) => {
      said += part.toString();
      if (said.includes('Ctrl-C')) resolve();
    };
    started.stdout.on('data', hear);
    started.stderr.on('data', hear);
    started.on('exit', () => reject(new Error(said)));
  });
  expect(said).toMatch(/one admin was made[\s\S]*admin@zud\.local {2}\S{20}/);
  expect(said).not.toContain('velloe');
  // a second start beside it says so, and stops nothing
  const second = spawn('node', [path.join(__dirname, '../dist/start.js')], {
    env: { ...process.env, DATABASE_URL: databaseUrl, PORT: '0', ZUD_DATA: folder, ZUD_COLUMNAR: 'off' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let complaint = '';
  second.stderr.on('data', (part: Buffer) => {
    complaint += part.toString();
  });
  expect(await new Promise((resolve) => second.on('exit', resolve))).toBe(1);
  expect(complaint).toMatch(/runs from .* already, as process \d+/);
  expect(started.exitCode).toBeNull();
  await new Promise((resolve) => {
    started.on('exit', resolve);
    started.kill('SIGTERM');
  });
  expect(existsSync(path.join(folder, 'running'))).toBe(false);
}, 60_000);

test('a folder that a killed server left is taken over', () => {
  const folder = folderOf();
  writeFileSync(path.join(folder, 'running'), '999999');
  const letGo = holdFolder(folder);
  expect(readFileSync(path.join(folder, 'running'), 'utf8')).toBe(String(process.pid));
  letGo();
  // the number may have been given to another program since
  writeFileSync(path.join(folder, 'running'), '1');
  holdFolder(folder)();
  // a place that is no folder
  expect(() => holdFolder(path.join(__filename, 'below'))).toThrow(LaunchError);
});
