/** The demo model with its members, without a database: for tests of the language. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { readModelFile } from '@zud/core/model/check';
import { compileModel } from '@zud/core/model/model';
import { NameIndex } from '@zud/core/language/names/name-index';
import type { Calendar } from '@zud/core/time/period';
import { CAPTAINS, FARES, PORTS, ROUTES, VESSELS } from '../demo/places';

export interface Known {
  readonly names: NameIndex;
  readonly calendar: Calendar;
}

const distinct = (list: readonly string[]) => [...new Set(list)];

export function demoNames(): Known {
  const checked = readModelFile(readFileSync(path.join(__dirname, '../demo/model.yaml'), 'utf8'));
  if (!checked.ok) throw new Error(JSON.stringify(checked.faults));
  const model = compileModel(checked.file);
  const members: Record<string, readonly string[]> = {
    coast: distinct(PORTS.map((port) => port.coast)),
    island_group: distinct(PORTS.map((port) => port.group)),
    island: distinct(PORTS.map((port) => port.island)),
    port: PORTS.map((port) => port.port),
    manager: distinct(PORTS.map((port) => port.manager)),
    line_kind: distinct(ROUTES.map((route) => route.kind)),
    line: distinct(ROUTES.map((route) => route.line)),
    route: ROUTES.map((route) => route.route),
    vessel_class: distinct(VESSELS.map((vessel) => vessel.vesselClass)),
    vessel: VESSELS.map((vessel) => vessel.vessel),
    captain: CAPTAINS,
    fare_family: distinct(FARES.map((fare) => fare.family)),
    fare: FARES.map((fare) => fare.fare),
    passenger_kind: ['Adult', 'Child', 'Group', 'Senior'],
    channel: ['Agent', 'App', 'Kiosk', 'Port desk', 'Web'],
    segment: ['Commuter', 'Freight', 'Leisure', 'School', '(none)'],
    weather: ['Clear', 'Cloud', 'Fog', 'Gale', 'Rain', 'Storm', '(none)'],
    cause: ['Crew', 'Harbour', 'Technical', 'Weather', '(none)'],
    purpose: ['Errand', 'Family', 'Holiday', 'Work'],
    age_band: ['25–39', '40–59', '60 and over', 'Under 25'],
  };
  return {
    names: new NameIndex(
      model,
      Object.entries(members).map(([level, list]) => ({ level, members: list })),
    ),
    calendar: {
      asOf: '2026-10-17',
      weekStart: 1,
      fiscalStartMonth: 4,
      fiscalNamedBy: 'end',
      seasons: model.seasons,
      firstData: '2023-01-01',
      lastData: '2026-10-17',
    },
  };
}

/** A model of the corpus that is asked without data: its file and the members of its levels stand beside its questions. */
export function corpusNames(model: string): Known {
  const folder = path.join(__dirname, 'corpus', model);
  const checked = readModelFile(readFileSync(path.join(folder, 'model.yaml'), 'utf8'));
  if (!checked.ok) throw new Error(JSON.stringify(checked.faults));
  const compiled = compileModel(checked.file);
  const members = JSON.parse(readFileSync(path.join(folder, 'members.json'), 'utf8')) as Record<
    string,
    readonly string[]
  >;
  const { calendar, asOf } = checked.file;
  return {
    names: new NameIndex(
      compiled,
      Object.entries(members).map(([level, list]) => ({ level, members: list })),
    ),
    calendar: {
      asOf,
      weekStart: compiled.weekStart,
      fiscalStartMonth: calendar.fiscalYearStartsIn,
      fiscalNamedBy: calendar.fiscalYearNamedBy,
      seasons: compiled.seasons,
      firstData: '2023-01-01',
      lastData: asOf,
    },
  };
}
