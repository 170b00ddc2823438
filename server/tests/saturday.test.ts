import { contract } from '@ember-slate/contract';
