import { expose } from 'comlink';
import { listener } from './listener.ts';

expose(listener);
