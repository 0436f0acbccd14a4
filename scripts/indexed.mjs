// An index into a list may miss. Outside the kernels, whose loops run over grids of a known size, the types say so:
// the compiler runs once more with `noUncheckedIndexedAccess`, and what it finds outside of them is a fault.
import { spawnSync } from 'node:child_process';

const KERNELS = /^src\/(core\/(colour|optics|board|figure|learn|match|plan|least-squares)|workshop)\b/;
const OURS = /^src\//;
const TEST = /\.test\.tsx?\(/;

const { stdout, status, error } = spawnSync('npx', ['tsc', '--noUncheckedIndexedAccess', '--pretty', 'false'], {
  encoding: 'utf8',
  maxBuffer: 1 << 28,
});
if (error) throw error;
const found = stdout.split('\n').filter((line) => OURS.test(line) && !KERNELS.test(line) && !TEST.test(line));
if (found.length > 0) {
  console.error(`${found.join('\n')}\n${found.length} indices that may miss, outside the kernels.`);
  process.exit(1);
}
if (status !== 0 && !/: error TS/.test(stdout)) throw new Error(`The compiler did not run: ${stdout}`);
console.log('No index outside the kernels is taken for granted.');
