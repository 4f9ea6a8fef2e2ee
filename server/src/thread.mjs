/** Where a thread of the server begins: TypeScript is read in it too, and then the module that it is for. */
import { workerData } from 'node:worker_threads';
import { register } from 'tsx/esm/api';

register();
await import(workerData.module);
