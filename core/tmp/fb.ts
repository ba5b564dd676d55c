import { bench } from '../fit/fit.bench';
await bench(console.log);
