import { Button } from '@mui/material';
import { LIGHT_NAMES } from '../../../core/colour/lights.ts';
import { archivePicture, restorePicture } from '../../../shared/contract/pictures.ts';
import { type KeptPicture, MOST_PICTURES } from '../../../shared/picture.ts';
import { change } from '../../hooks/api.ts';
import { Pile, Row, Text } from '../layout.tsx';
import { momentText } from '../moment.ts';
import { useToast } from '../Toast.tsx';

/** The pictures of a job, the newest first; each can be taken out at a tap. */
export function PicturesSoFar({ pictures }: { pictures: readonly KeptPicture[] }) {
  const say = useToast();
  const take = async ({ id }: KeptPicture) => {
    await change(archivePicture, { picture: id });
    say({ text: 'Picture taken out.', undo: () => change(restorePicture, { picture: id }) });
  };
  if (pictures.length === 0) return null;
  const megabytes = (pictures.reduce((sum, p) => sum + p.bytes, 0) / 1e6).toFixed(1);
  return (
    <Pile as="section" aria-label="Pictures so far" gap="near" top>
      <h2>Pictures so far</h2>
      <div className="soft">
        {pictures.length} of {MOST_PICTURES} that a job keeps, {megabytes} MB; they go with the record when it is taken
        along.
      </div>
      <Row gap="near" wrap align="start">
        {pictures.toReversed().map((picture) => (
          <Pile key={picture.id} gap="none" width={200} top>
            <a href={`/api/pictures/${picture.id}/image`} target="_blank" rel="noreferrer">
              <img className="kept" src={`/api/pictures/${picture.id}/image`} alt={picture.words || 'A kept picture'} />
            </a>
            <Text size="small" className="soft">
              {[
                picture.shot ? '' : 'only looked at',
                picture.words && `“${picture.words}”`,
                momentText(picture.takenAt),
                picture.person ?? '',
                picture.light === 'D65' ? '' : LIGHT_NAMES[picture.light],
              ]
                .filter(Boolean)
                .join(', ')}
            </Text>
            <Button size="small" className="noprint out" onClick={() => void take(picture)}>
              Take it out
            </Button>
          </Pile>
        ))}
      </Row>
    </Pile>
  );
}
