import { BRACKET_LETTERS } from '../../shared/bracket.ts';
import type { ShownBracket } from '../commands/brackets.ts';

/** Neutral greys, as everywhere here: a colour beside a colour changes it. */
const STYLE = `
  body { margin: 0; background: #adadad; color: #171717; font: 18px/1.5 sans-serif; }
  main { max-width: 760px; margin: 0 auto; padding: 16px; }
  h1 { font-size: 26px; margin: 8px 0; }
  fieldset { border: 0; margin: 0; padding: 0; }
  label.board { display: grid; grid-template-columns: 92px 1fr; align-items: center; cursor: pointer; }
  label.board img { display: block; width: 100%; height: auto; }
  label.board span { display: grid; justify-items: start; gap: 4px; font-weight: 700; line-height: 1.2; }
  input[type=radio] { width: 28px; height: 28px; margin: 0; accent-color: #171717; }
  textarea, input[type=text] { box-sizing: border-box; width: 100%; padding: 10px; font: inherit; border: 1px solid #555; background: #ececec; }
  button { min-height: 56px; padding: 0 28px; border: 0; background: #171717; color: #fff; font: inherit; font-weight: 700; }
  .trouble { padding: 10px; border: 2px solid #171717; background: #ececec; }
`;

interface Props {
  shown: ShownBracket;
  /** What was typed before, and why it was not taken. */
  typed?: { board?: string; words?: string; initials?: string };
  trouble?: string;
}

/** The choice that a customer sees: boards, touching, and no figure. */
export const CustomerPage = ({ shown, typed = {}, trouble }: Props) => (
  <Page title={shown.piece}>
    <h1>Which of these?</h1>
    <p>{shown.piece}. A screen cannot show this exactly: see the boards before you decide.</p>
    {trouble && (
      <p className="trouble" role="alert">
        {trouble}
      </p>
    )}
    <form method="post">
      <fieldset>
        {shown.boards.map(({ board, says, wood, picture }, i) => (
          <label key={board} className="board">
            <span>
              <input type="radio" name="board" value={board} defaultChecked={typed.board === board} required />
              {BRACKET_LETTERS[i]} {says}
            </span>
            <img
              src={`data:image/png;base64,${Buffer.from(picture).toString('base64')}`}
              alt={`${BRACKET_LETTERS[i]}: ${says || wood}`}
            />
          </label>
        ))}
      </fieldset>
      <p>
        <label htmlFor="words">What would you like to say about it?</label>
        <textarea id="words" name="words" rows={3} maxLength={300} defaultValue={typed.words} />
      </p>
      <p>
        <label htmlFor="initials">Your initials</label>
        <input id="initials" name="initials" type="text" maxLength={12} required defaultValue={typed.initials} />
      </p>
      <button type="submit">This one</button>
    </form>
  </Page>
);

/** What is said where there is nothing to choose. */
export const SentencePage = ({ children }: { children: string }) => (
  <Page title="Boards">
    <h1>{children}</h1>
  </Page>
);

const Page = ({ title, children }: { title: string; children: React.ReactNode }) => (
  <html lang="en">
    <head>
      <meta charSet="utf-8" />
      <meta name="viewport" content="width=device-width, initial-scale=1" />
      <meta name="robots" content="noindex" />
      <title>{title}</title>
      <style>{STYLE}</style>
    </head>
    <body>
      <main>{children}</main>
    </body>
  </html>
);
