import type { CONTRACT } from '../../shared/contract/index.ts';
import { approvalFile, approvalsFromElsewhere, approveBoard, keepApproval } from '../commands/approvals.ts';
import type { Shop } from '../commands/shop.ts';
import type { Handlers } from './serve.ts';

export function approvalHandlers(shop: Shop): Handlers<typeof CONTRACT.approvals> {
  return {
    approveBoard: ({ by, at, body }) => approveBoard(shop, by, at.board, body),
    approvalFile: ({ at }) => approvalFile(shop.db, at.approval),
    foreignApprovals: () => approvalsFromElsewhere(shop.db),
    keepApproval: ({ by, body }) => keepApproval(shop, by, body),
  };
}
