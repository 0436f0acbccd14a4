import { ApprovalsFromElsewhere, ForeignApproval, NewApproval } from '../approval.ts';
import { Job } from '../job.ts';
import { EXAMPLE_ID } from './examples.ts';
import { route } from './route.ts';

export const approveBoard = route({
  method: 'POST',
  path: '/boards/:board/approvals',
  does: 'Approves a finished board: all that belongs to it is frozen under a version and its hash.',
  body: NewApproval,
  answer: Job,
  makes: true,
  moves: ['jobs'],
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, words: 'as the counter', customer: 'H. K.' },
});
export const approvalFile = route({
  method: 'GET',
  path: '/approvals/:approval/file',
  does: 'An approval as a file: what was approved, and the seal over it (SHA-256 over canonical JSON, RFC 8785).',
  file: 'application/json',
});
export const foreignApprovals = route({
  method: 'GET',
  path: '/approvals',
  does: 'The approvals of other shops that are kept here.',
  answer: ApprovalsFromElsewhere,
  shows: 'rack',
});
export const keepApproval = route({
  method: 'POST',
  path: '/approvals',
  does: 'Keeps an approval of another shop as it is, where it is whole.',
  body: ForeignApproval,
  answer: ApprovalsFromElsewhere,
  makes: true,
  moves: ['rack'],
  refuses: ['not-possible'],
  example: { id: EXAMPLE_ID, file: '{"format":"urushi-approval","content":{},"seal":{"hash":"","parts":{}}}' },
});
