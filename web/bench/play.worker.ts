import { expose } from 'comlink';
import { play } from './play.ts';

expose({ play });
