// npm run demo | npm start | npm run dev: everything a fresh machine needs, then the server.
import { build, installPackages } from './install.mjs';
import { startServer } from './server.mjs';

const mode = process.argv[2];
installPackages();
if (mode !== 'dev') build();
startServer(mode);
