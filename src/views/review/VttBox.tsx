import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { endpointAddress, sentenceOf } from '../../client/client.ts';
import { type BenchItem, benchApi as benchContract } from '../../contract/bench.ts';
import type { ReviewItem } from '../../contract/review.ts';
import type { Mark } from '../../core/review/marks.ts';
import { plural, t } from '../../core/text/translate.ts';
import { FileButton, Notice } from '../../ui/parts/index.ts';

interface Props {
  item: ReviewItem;
  marks: readonly Mark[];
  remarks: BenchItem['remarks'];
  onMarks(marks: Mark[]): void;
  onRemark(remark: { id: string; at: number; text: string }): Promise<void>;
}

/** Marks and remarks as a WebVTT file, out and in. What is read in replaces the marks as one step that can be undone. */
export function VttBox({ item, marks, remarks, onMarks, onRemark }: Props) {
  const [said, setSaid] = useState<{ tone: 'done' | 'stop'; words: string } | null>(null);
  const read = async (file: File) => {
    setSaid(null);
    try {
      const { readMarksVtt } = await import('../../core/files/marks-vtt.ts');
      const found = await readMarksVtt(await file.text(), uuid);
      if (found.marks.length > 0) onMarks(found.marks);
      const fresh = found.remarks.filter((one) => !remarks.some((had) => had.text === one.text && Math.abs(had.at - one.at) < 0.001));
      // A remark of another clip gets an id of its own here.
      for (const remark of fresh) await onRemark({ ...remark, id: uuid() });
      setSaid({
        tone: 'done',
        words: t('Read {marks} and {newRemarks}.', {
          marks: plural(found.marks.length, 'mark'),
          newRemarks: plural(fresh.length, 'new remark'),
        }),
      });
    } catch (error) {
      setSaid({ tone: 'stop', words: sentenceOf(error) });
    }
  };
  return (
    <details className="text-sm">
      <summary className="cursor-pointer py-1">{t('Marks as a file')}</summary>
      <div className="flex flex-wrap items-center gap-3 py-1">
        <a
          className="underline"
          href={endpointAddress(benchContract.marksFile, { score: item.scoreId })}
          download={`marks-${item.player.nickname}.vtt`}
        >
          {t('Save {marks} and {remarks} (WebVTT)', { marks: plural(marks.length, 'mark'), remarks: plural(remarks.length, 'remark') })}
        </a>
        <FileButton size="small" label={t('WebVTT file')} accept=".vtt,text/vtt" onFile={(file) => void read(file)}>
          {t('Read a WebVTT file')}
        </FileButton>
      </div>
      {said && <Notice tone={said.tone}>{said.words}</Notice>}
    </details>
  );
}
