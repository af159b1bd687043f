import { expose } from 'comlink';
import { createArranger } from './arranger.ts';

expose(createArranger());
