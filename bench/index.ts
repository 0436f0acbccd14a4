// npm run bench: speed as ratios, both sides measured in turn in this one run on one core.
import { colourBench } from './colour.ts';
import { matchBench } from './match.ts';
import { stackBench } from './stack.ts';

for (const section of [colourBench, stackBench, matchBench]) await section();
