import { listen } from './lines';

void listen();
