import { holdLayers } from './testing/layers.ts';

it('what stands on a phone is what the server says, with refusals, amendments and what waits', () =>
  holdLayers(300, 20_261_201));
