import { expose } from 'comlink';
import { readSource } from './readSource.ts';

const worker = { read: readSource };

export type ImportWorker = typeof worker;

expose(worker);
