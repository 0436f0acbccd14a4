import { z } from 'zod';
import { Id } from './id.ts';

const initials = z.string().trim().min(1, 'Whose initials?').max(12, 'At most 12 letters.');
/** A board is approved: for one's own work, or with the customer's answer. */
export const NewApproval = z.object({
  id: Id,
  words: z.string().trim().max(300, 'At most 300 letters.').default(''),
  /** The customer said yes: their initials. */
  customer: initials.nullable().default(null),
});
export type NewApproval = z.infer<typeof NewApproval>;

/** An approval as it is listed with its job; what it holds is in its file. */
export const KeptApproval = z.object({
  id: Id,
  boardId: z.string(),
  version: z.number(),
  hash: z.string(),
  words: z.string(),
  customer: z.string().nullable(),
  /** What is no longer as it was in the version before, by the names of the parts. */
  differs: z.array(z.string()),
  person: z.string().nullable(),
  approvedAt: z.string(),
});
export type KeptApproval = z.infer<typeof KeptApproval>;

/** The file of an approval: what was approved, and the seal over it. */
export const ApprovalFile = z.object({
  format: z.literal('urushi-approval'),
  content: z.record(z.string(), z.unknown()),
  seal: z.object({ hash: z.string(), parts: z.record(z.string(), z.string()) }),
});
export type ApprovalFile = z.infer<typeof ApprovalFile>;

/** A file of another shop, kept as it is. */
export const ForeignApproval = z.object({ id: Id, file: z.string().max(5_000_000, 'An approval has at most 5 MB.') });
export const ApprovalsFromElsewhere = z.object({
  approvals: z.array(
    z.object({
      id: Id,
      hash: z.string(),
      customer: z.string(),
      piece: z.string(),
      board: z.string(),
      keptAt: z.string(),
    }),
  ),
});
