/** The models of the corpus, each with what is known of it when a question is read. */
import { corpusNames, demoNames, type Known } from '../demo-names';
import { libraryNames } from '../library-names';

const WITHOUT_DATA = ['orchards', 'clinics', 'solar', 'bakeries', 'hotels', 'transit', 'helpdesk', 'clubs', 'claims', 'shop', 'theatres', 'recycling', 'parcels', 'bikes', 'museums', 'music', 'housing', 'donors', 'water', 'mags', 'ski', 'dairy', 'staff', 'airport', 'loans', 'pharmacy', 'podcasts', 'canteens', 'vans', 'dining', 'fire', 'print', 'web', 'wards', 'cabs', 'telco', 'build', 'brew', 'courts', 'uni', 'zoo', 'garden', 'factory', 'saas', 'winery', 'pools'];

export const CORPUS_MODELS: readonly (readonly [string, Known])[] = [['ferries', demoNames()], ['libraries', libraryNames()], ...WITHOUT_DATA.map((model) => [model, corpusNames(model)] as const)];
