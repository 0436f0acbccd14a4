// npm run sensor -- FILE [MINUTES]
// A stand-in for a sensor of the shop's air: writes what it is to a file, a line every so many minutes (1). The server
// follows the file that URUSHI_SENSOR names, or sensor.csv in its data folder.
import { appendFileSync, existsSync } from 'node:fs';
import { simulatedAir } from '../src/workshop/sensor.ts';

const [file, minutes = '1'] = process.argv.slice(2);
if (!file || !(Number(minutes) > 0)) {
  console.error('npm run sensor -- FILE [MINUTES]');
  process.exit(1);
}
const write = () => {
  const { temperature, humidity } = simulatedAir(Date.now());
  if (!existsSync(file)) appendFileSync(file, 'at,temperature,humidity\r\n');
  appendFileSync(file, `${new Date().toISOString()},${temperature},${humidity}\r\n`);
};
write();
setInterval(write, Number(minutes) * 60_000);
