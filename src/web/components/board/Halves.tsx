import { Area, Row } from '../layout.tsx';

/** The job's mark: target and best board so far as two touching halves. */
export function Halves({ target, best }: { target: string | null; best: string | null }) {
  return (
    <Row gap="none" pad="close" on="work" width="fit-content" aria-hidden>
      <Half colour={target} />
      <Half colour={best} />
    </Row>
  );
}

function Half({ colour }: { colour: string | null }) {
  return <Area width={44} height={48} colour={colour ?? undefined} frame={colour ? undefined : 'dashed'} />;
}
