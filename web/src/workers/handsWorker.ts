import { expose } from 'comlink';
import { createHandsSearcher } from './handsSearcher.ts';

expose(createHandsSearcher());
