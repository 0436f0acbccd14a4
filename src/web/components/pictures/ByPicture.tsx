import { Button } from '@mui/material';
import { Link as RouterLink } from 'react-router';
import { Row } from '../layout.tsx';

/** The way to tell it by a picture with a card; of a board by its code. */
export const ByPicture = ({ board }: { board?: string }) => (
  <Row>
    <Button component={RouterLink} to={`../picture${board ? `?board=${board}` : ''}`}>
      By a picture
    </Button>
  </Row>
);
