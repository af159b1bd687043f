import { expose } from 'comlink';
import { createMovesSearcher } from './movesSearcher.ts';

expose(createMovesSearcher());
