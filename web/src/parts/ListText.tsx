import { useState } from 'react';
import { textOf } from './textFile.ts';
import { say } from './say.ts';

interface Props {
  text: string;
  onText: (text: string) => void;
  /** A file was chosen and is text now. */
  onFile: (text: string) => void;
  /** Which columns it has, in words, and what it looks like. */
  columns: string;
  example: string;
}

/** A list with columns, from a file or pasted. */
export function ListText({ text, onText, onFile, columns, example }: Props) {
  const [note, setNote] = useState<string | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    const decoded = await textOf(file);
    setNote(decoded.note);
    onText(decoded.text);
    onFile(decoded.text);
  };
  return (
    <>
      <label className="field">
        <span className="field-label">{say('csv_file')}</span>
        <input
          type="file"
          accept=".csv,.txt,text/csv"
          className="field-value text-body file:mr-3 file:min-h-8 file:rounded-btn file:border-[1.5px] file:border-rule file:bg-transparent file:px-3 file:font-figure file:text-ink"
          onChange={(e) => void take(e.target.files?.[0])}
        />
        <span className="field-note">{note ?? columns}</span>
      </label>
      <label className="field">
        <span className="field-label">{say('or_paste_its_lines')}</span>
        <textarea
          className="field-value h-[96px] resize-y font-mono text-note"
          value={text}
          spellCheck={false}
          placeholder={example}
          onChange={(e) => onText(e.target.value)}
        />
        <span className="field-note" />
      </label>
    </>
  );
}
