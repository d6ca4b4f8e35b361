/** The invented places, routes, vessels, people and fares of Velloe Ferries. */

export interface Port {
  readonly id: number;
  readonly port: string;
  readonly island: string;
  readonly group: string;
  readonly coast: string;
  readonly latitude: number;
  readonly longitude: number;
  readonly manager: string;
  readonly size: number;
}

/** port, island, island group, coast, size */
const PORT_LIST: readonly (readonly [string, string, string, string, number])[] = [
  ['Eskvik', 'Eskvik', 'Heron Group', 'North Reach', 3.1],
  ['Hollmar', 'Eskvik', 'Heron Group', 'North Reach', 1.4],
  ['Sandrey Quay', 'Sandrey', 'Heron Group', 'North Reach', 1.1],
  ['Torvane', 'Torvane', 'Gannet Group', 'North Reach', 1.9],
  ['Little Torvane', 'Torvane', 'Gannet Group', 'North Reach', 0.7],
  ['Keldra Mole', 'Keldra', 'Gannet Group', 'North Reach', 0.9],
  ['Ondray', 'Ondray', 'Gannet Group', 'North Reach', 0.8],
  ['Tolmar', 'Mosswick', 'Alder Group', 'Mid Sound', 3.4],
  ['Mosswick Landing', 'Mosswick', 'Alder Group', 'Mid Sound', 1.3],
  ['Vintrel', 'Vintrel', 'Alder Group', 'Mid Sound', 1.6],
  ['Harrowby Pier', 'Vintrel', 'Alder Group', 'Mid Sound', 0.8],
  ['Pellin', 'Pellin', 'Willow Group', 'Mid Sound', 2.2],
  ['Upper Pellin', 'Pellin', 'Willow Group', 'Mid Sound', 0.9],
  ['Corrowend', 'Rusk', 'Willow Group', 'Mid Sound', 1.0],
  ['Rusk Haven', 'Rusk', 'Willow Group', 'Mid Sound', 0.7],
  ['Brannoy', 'Brannoy', 'Kelp Group', 'South Skerries', 2.6],
  ['Brannoy Ness', 'Brannoy', 'Kelp Group', 'South Skerries', 0.8],
  ['Skarrow', 'Skarrow', 'Kelp Group', 'South Skerries', 1.5],
  ['Tammery Steps', 'Tammery', 'Kelp Group', 'South Skerries', 1.1],
  ['Ulvenport', 'Ulven', 'Dulse Group', 'South Skerries', 1.8],
  ['Wexaly', 'Wexaly', 'Dulse Group', 'South Skerries', 1.0],
  ['South Wexaly', 'Wexaly', 'Dulse Group', 'South Skerries', 0.6],
  ['Fennick Bay', 'Fennick', 'Dulse Group', 'South Skerries', 0.9],
  ['Quarsay', 'Quarsay', 'Far Group', 'Outer Isles', 1.9],
  ['Quarsay Roads', 'Quarsay', 'Far Group', 'Outer Isles', 0.7],
  ['Gallory', 'Gallory', 'Far Group', 'Outer Isles', 1.2],
  ['Ivarsay', 'Ivarsay', 'Far Group', 'Outer Isles', 0.8],
  ['Lornay Head', 'Lornay', 'Edge Group', 'Outer Isles', 0.9],
  ['Stackholm', 'Stackholm', 'Edge Group', 'Outer Isles', 0.6],
  ['Myrra', 'Myrra', 'Edge Group', 'Outer Isles', 0.7],
];

const MANAGERS = [
  'Ada Brook',
  'Ben Tarrow',
  'Cleo Varn',
  'Dag Ostrel',
  'Edda Finch',
  'Finn Corrig',
  'Gudrun Hale',
  'Hugo Merrin',
  'Ines Quill',
  'Jorun Pike',
];
const COAST_CENTRE: Readonly<Record<string, readonly [number, number]>> = {
  'North Reach': [61.9, -9.2],
  'Mid Sound': [60.8, -8.6],
  'South Skerries': [59.7, -8.9],
  'Outer Isles': [60.9, -11.4],
};

export const PORTS: readonly Port[] = PORT_LIST.map(([port, island, group, coast, size], index) => {
  const [latitude = 60, longitude = -9] = COAST_CENTRE[coast] ?? [];
  return {
    id: index + 1,
    port,
    island,
    group,
    coast,
    size,
    latitude: Number((latitude + (((index * 37) % 17) - 8) / 16).toFixed(4)),
    longitude: Number((longitude + (((index * 53) % 19) - 9) / 14).toFixed(4)),
    manager: MANAGERS[index % MANAGERS.length] as string,
  };
});

export interface Route {
  readonly id: number;
  readonly route: string;
  readonly line: string;
  readonly kind: string;
  readonly from: number;
  readonly minutes: number;
  readonly daily: number;
  readonly price: number;
  readonly demand: number;
  readonly opened: string;
  readonly vessels: readonly number[];
}

/** from, to, line, kind, minutes, sailings a day, price, vessels */
const ROUTE_LIST: readonly (readonly [string, string, string, string, number, number, number, readonly number[]])[] = [
  ['Eskvik', 'Hollmar', 'Heron Hop', 'Short hop', 25, 4, 8, [1, 2]],
  ['Eskvik', 'Sandrey Quay', 'Heron Hop', 'Short hop', 35, 3, 9, [1, 2]],
  ['Hollmar', 'Ondray', 'Gannet Hop', 'Short hop', 30, 2, 9, [2, 3]],
  ['Torvane', 'Little Torvane', 'Gannet Hop', 'Short hop', 20, 2, 7, [3]],
  ['Torvane', 'Keldra Mole', 'Gannet Hop', 'Short hop', 40, 2, 10, [3, 4]],
  ['Eskvik', 'Torvane', 'North Coaster', 'Coastal', 95, 2, 19, [7, 8]],
  ['Eskvik', 'Tolmar', 'North Coaster', 'Coastal', 150, 2, 27, [7, 8, 9]],
  ['Tolmar', 'Mosswick Landing', 'Alder Hop', 'Short hop', 20, 4, 8, [4, 5]],
  ['Tolmar', 'Vintrel', 'Alder Hop', 'Short hop', 35, 3, 10, [4, 5]],
  ['Vintrel', 'Harrowby Pier', 'Alder Hop', 'Short hop', 25, 2, 8, [5]],
  ['Pellin', 'Upper Pellin', 'Willow Hop', 'Short hop', 20, 2, 7, [6]],
  ['Pellin', 'Corrowend', 'Willow Hop', 'Short hop', 40, 2, 11, [6]],
  ['Tolmar', 'Pellin', 'Sound Coaster', 'Coastal', 80, 3, 18, [9, 10, 11]],
  ['Tolmar', 'Brannoy', 'Sound Coaster', 'Coastal', 140, 2, 26, [10, 11]],
  ['Brannoy', 'Brannoy Ness', 'Kelp Hop', 'Short hop', 25, 2, 8, [5, 6]],
  ['Brannoy', 'Skarrow', 'Kelp Hop', 'Short hop', 35, 2, 10, [6]],
  ['Skarrow', 'Tammery Steps', 'Kelp Hop', 'Short hop', 30, 1, 9, [6]],
  ['Brannoy', 'Ulvenport', 'Skerry Coaster', 'Coastal', 100, 2, 21, [12, 13]],
  ['Ulvenport', 'Wexaly', 'Skerry Coaster', 'Coastal', 70, 2, 16, [12, 13]],
  ['Ulvenport', 'Fennick Bay', 'Skerry Coaster', 'Coastal', 85, 1, 18, [13]],
  ['Quarsay', 'Gallory', 'Far Coaster', 'Coastal', 75, 2, 18, [14]],
  ['Quarsay', 'Lornay Head', 'Far Coaster', 'Coastal', 110, 1, 24, [14, 15]],
  ['Tolmar', 'Quarsay', 'Night Mail', 'Overnight', 560, 1, 62, [16, 17]],
  ['Quarsay', 'Eskvik', 'Night Star', 'Overnight', 610, 1, 66, [17, 18]],
];

const portNumber = (name: string) => (PORTS.find((port) => port.port === name) as Port).id;

export const ROUTES: readonly Route[] = ROUTE_LIST.map(
  ([from, to, line, kind, minutes, daily, price, vessels], index) => ({
    id: index + 1,
    route: `${from} – ${to}`,
    line,
    kind,
    from: portNumber(from),
    minutes,
    daily,
    price,
    vessels,
    demand: (PORTS[portNumber(from) - 1] as Port).size * 0.4 + (PORTS[portNumber(to) - 1] as Port).size * 0.25 + 0.35,
    opened: to === 'Fennick Bay' ? '2024-05-01' : '2015-01-01',
  }),
);

export interface Vessel {
  readonly id: number;
  readonly vessel: string;
  readonly vesselClass: string;
  readonly built: number;
  readonly capacity: number;
  readonly home: number;
}

const VESSEL_LIST: readonly (readonly [string, string, number, number, string])[] = [
  ['Corran', 'Fast catamaran', 2014, 120, 'Eskvik'],
  ['Petrel', 'Fast catamaran', 2016, 130, 'Eskvik'],
  ['Havsule', 'Fast catamaran', 2011, 110, 'Torvane'],
  ['Tern of Ulm', 'Fast catamaran', 2018, 140, 'Tolmar'],
  ['Little Auk', 'Fast catamaran', 2009, 100, 'Tolmar'],
  ['Sandpiper', 'Fast catamaran', 2020, 140, 'Brannoy'],
  ['Sula Maid', 'Double-ended car ferry', 2008, 210, 'Eskvik'],
  ['Bridewell', 'Double-ended car ferry', 2012, 230, 'Eskvik'],
  ['Kestrel Bay', 'Double-ended car ferry', 2015, 240, 'Tolmar'],
  ['Marrow', 'Double-ended car ferry', 2010, 220, 'Tolmar'],
  ['Aldersund', 'Double-ended car ferry', 2019, 260, 'Tolmar'],
  ['Kelpie Light', 'Double-ended car ferry', 2013, 210, 'Brannoy'],
  ['Drifter', 'Double-ended car ferry', 2006, 190, 'Ulvenport'],
  ['Farrow', 'Double-ended car ferry', 2017, 180, 'Quarsay'],
  ['Ninth Wave', 'Double-ended car ferry', 2021, 190, 'Quarsay'],
  ['Night Heron', 'Overnight ship', 2007, 300, 'Tolmar'],
  ['Polestar', 'Overnight ship', 2013, 340, 'Tolmar'],
  ['Winterlight', 'Overnight ship', 2018, 360, 'Quarsay'],
];

export const VESSELS: readonly Vessel[] = VESSEL_LIST.map(([vessel, vesselClass, built, capacity, home], index) => ({
  id: index + 1,
  vessel,
  vesselClass,
  built,
  capacity,
  home: portNumber(home),
}));

export const CAPTAINS: readonly string[] = [
  'Tamsin Orde',
  'Rurik Vane',
  'Hester Lowe',
  'Magnus Treel',
  'Sunniva Ash',
  'Oswin Kerr-Dale',
  'Petra Holm',
  'Leif Sander',
  'Marit Crane',
  'Callum Reeve',
  'Thora Bligh',
  'Anders Wick',
  'Elin Farrant',
  'Gideon Marsh',
  'Signe Rolf',
  'Jonas Peel',
  'Freya Dunmore',
  'Aksel Brandt',
  'Nora Tidewell',
  'Viggo Strand',
  'Helga Moor',
  'Ewan Skerrit',
  'Runa Gale',
  'Tobias Fell',
  'Astrid Lund',
  'Piers Hallow',
];

export interface Fare {
  readonly id: number;
  readonly fare: string;
  readonly family: string;
  readonly factor: number;
}

export const FARES: readonly Fare[] = [
  ['Flex Day', 'Flex', 1.25],
  ['Flex Return', 'Flex', 1.35],
  ['Flex Family', 'Flex', 1.15],
  ['Standard Single', 'Standard', 1],
  ['Standard Return', 'Standard', 0.95],
  ['Standard Car', 'Standard', 1.1],
  ['Saver Single', 'Saver', 0.7],
  ['Saver Return', 'Saver', 0.66],
  ['Early Saver', 'Saver', 0.55],
  ['Week Pass', 'Season pass', 0.5],
  ['Month Pass', 'Season pass', 0.4],
  ['Year Pass', 'Season pass', 0.32],
].map(([fare, family, factor], index) => ({
  id: index + 1,
  fare: fare as string,
  family: family as string,
  factor: factor as number,
}));
