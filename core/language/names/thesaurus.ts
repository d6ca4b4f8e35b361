/**
 * Everyday relatives of names, by groups of words that people say for one another in business. A word of a group stands for the one
 * thing in a model whose name is, or ends with, another word of it; always with a note. Only words that are safe to swap share a
 * group: profit is no relative of revenue.
 */
const GROUPS: readonly string[] = [
  'revenue sale turnover taking earning receipt proceed income',
  'cost expense expenditure spending outlay',
  'spend spending expenditure outlay',
  'profit gain surplus',
  'price charge rate tariff',
  'fee charge',
  'fine penalty',
  'quantity unit volume amount',
  'order purchase',
  'booking reservation',
  'customer client buyer shopper patron consumer purchaser',
  'guest visitor',
  'visitor attendance footfall',
  'passenger pax traveller traveler rider',
  'patient case',
  // whom a model counts are its people
  'people person passenger',
  'people person visitor',
  'people person guest',
  'people person patient',
  'people person attendee',
  'people person participant',
  'people person spectator',
  'member subscriber',
  'student pupil learner',
  'teacher instructor tutor',
  'employee staff worker colleague personnel',
  'headcount staff workforce',
  'manager boss supervisor head',
  'salesperson seller rep representative agent',
  'supplier vendor provider',
  'driver chauffeur',
  'captain skipper master',
  'doctor physician clinician',
  'author writer',
  'reader borrower',
  'product item article good merchandise',
  'category group class type kind sort',
  'brand make label',
  'shop store outlet',
  'branch outlet office site location',
  'site location place plant',
  'warehouse depot storehouse',
  'factory plant works',
  'hospital clinic',
  'hotel inn lodging',
  'restaurant eatery diner',
  'school college',
  'library bookshop',
  'city town municipality',
  'country nation state',
  'region area territory zone district',
  'county province',
  'port harbour harbor',
  'station stop',
  'road street',
  'route connection crossing itinerary',
  'trip journey voyage ride',
  'flight departure',
  'sailing voyage crossing departure',
  'vessel boat ship craft',
  'vehicle car automobile',
  'lorry truck',
  'bicycle bike cycle',
  'aircraft plane airplane aeroplane',
  'delay lateness',
  'duration length time',
  'weight mass',
  'distance mileage',
  'temperature warmth heat',
  'rain rainfall precipitation',
  'energy power electricity',
  'fuel petrol diesel gasoline',
  'ticket pass',
  'fare ticket',
  'stock inventory',
  'delivery shipment consignment',
  'return refund',
  'complaint grievance',
  'defect fault flaw',
  'accident incident crash',
  'score rating mark grade',
  'satisfaction happiness contentment',
  'payment remittance',
  'salary wage pay',
  'invoice bill',
  'contract agreement',
  'project undertaking',
  'task job assignment',
  'department dept division unit section',
  'channel medium',
  'campaign promotion',
  'visit call',
  'session lesson',
  'course programme program class',
  'book title volume',
  'loan borrowing checkout',
  'genre style',
  'language tongue',
  'cause reason',
  'purpose reason aim',
  'weather condition',
];

const RELATIVES: ReadonlyMap<string, ReadonlySet<string>> = new Map(
  [...new Set(GROUPS.flatMap((group) => group.split(' ')))].map(
    (word) =>
      [
        word,
        new Set(
          GROUPS.map((group) => group.split(' '))
            .filter((group) => group.includes(word))
            .flat()
            .filter((other) => other !== word),
        ),
      ] as const,
  ),
);

/**
 * The words that people say for this one.
 * @param word in the singular, without accents
 * @example relativesOf('boat') // vessel, ship, craft
 */
export function relativesOf(word: string): ReadonlySet<string> {
  return RELATIVES.get(word) ?? NONE;
}

const NONE: ReadonlySet<string> = new Set();
