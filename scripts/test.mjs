// npm test: types, lint and import directions, unit tests, then the built app in a headless browser.
import { build, installChromium, installPackages, run } from './install.mjs';

installPackages();
installChromium();
run('npx', 'tsc');
run('npx', 'biome', 'check', '--error-on-warnings', '.');
run('node', '--import', 'tsx', 'scripts/directions.ts');
run('npx', 'vitest', 'run');
build();
run('npx', 'playwright', 'test');
