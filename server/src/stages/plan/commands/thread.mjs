// A thread does not inherit the loader of the process: it is registered anew, then the worker runs.
import { register } from 'tsx/esm/api';

register();
await import('./worker.ts');
