// npm test: types, lint and import directions, unit tests, then the built app in a headless browser.
import { build, installChromium, installPackages, run } from './install.mjs';

installPackages();
installChromium();
run('npm', 'run', 'check');
run('npx', 'vitest', 'run', '--project', '!long');
run('node', 'scripts/long.mjs', '--if-changed');
build();
run('npx', 'playwright', 'test');
