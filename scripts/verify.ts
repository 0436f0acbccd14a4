// npm run verify -- FILE: whether an approval is as it was approved, and where it is not. Ends with 0, 1 (changed) or 2 (none).
import { readFileSync } from 'node:fs';
import { verifiedApproval, verifiedText } from '../src/record/job/approval.ts';

const [file, ...more] = process.argv.slice(2);
if (!file || more.length > 0) {
  console.error('Name the file of one approval: npm run verify -- FILE');
  process.exit(2);
}
try {
  const found = verifiedApproval(readFileSync(file, 'utf8'));
  console.log(verifiedText(found));
  process.exit({ whole: 0, changed: 1, unknown: 2 }[found.state]);
} catch (trouble) {
  console.error(`${file} cannot be read: ${trouble instanceof Error ? trouble.message : trouble}`);
  process.exit(2);
}
