import { arrangeBench } from '../arrange/arrange.bench';
arrangeBench(console.log);
