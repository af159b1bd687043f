import { expose } from 'comlink';
import { placesSearcher } from './placesSearcher.ts';

expose(placesSearcher);
