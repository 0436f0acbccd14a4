import { cube } from '@electric-sql/pglite/contrib/cube';
import { pg_trgm } from '@electric-sql/pglite/contrib/pg_trgm';

/** What of PostgreSQL's own extensions the embedded database opens with; a server has them with its contrib. */
export const EXTENSIONS = { cube, pg_trgm };
