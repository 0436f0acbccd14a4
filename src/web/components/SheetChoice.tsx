import { Button, Dialog, DialogContent } from '@mui/material';
import { useState } from 'react';
import type { SheetText } from '../../core/formats/spreadsheet.ts';
import { textsOfFile } from '../hooks/file-text.ts';
import { Row } from './layout.tsx';

/** The text of a chosen file; of a workbook with several sheets it is asked which one is meant. */
export function useSheetChoice() {
  const [asked, setAsked] = useState<{ sheets: readonly SheetText[]; answer: (text: string | null) => void } | null>(
    null,
  );
  /** Null where nobody chose. @throws FieldError where a workbook cannot be read */
  const textOf = async (file: File): Promise<string | null> => {
    const sheets = await textsOfFile(file);
    if (sheets.length === 1) return sheets[0].text;
    return new Promise((answer) => setAsked({ sheets, answer }));
  };
  const choose = (text: string | null) => {
    asked?.answer(text);
    setAsked(null);
  };
  const dialog = asked && (
    <Dialog open onClose={() => choose(null)} slotProps={{ paper: { 'aria-label': 'Which sheet?' } }}>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <h2>Which sheet?</h2>
        <Row gap="near" wrap>
          {asked.sheets.map((sheet) => (
            <Button key={sheet.name} onClick={() => choose(sheet.text)}>
              {sheet.name}
            </Button>
          ))}
        </Row>
        <Button onClick={() => choose(null)}>Leave it</Button>
      </DialogContent>
    </Dialog>
  );
  return { textOf, dialog };
}
