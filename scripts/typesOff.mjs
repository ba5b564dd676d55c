/** Tests and what they import are read with their types stripped; what a test starts is not. */
import { register } from 'tsx/esm/api';

register();
