import { listen } from './line';

listen();
