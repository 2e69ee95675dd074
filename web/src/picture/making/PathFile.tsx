import { FileUp } from 'lucide-react';
import { selectMotion } from '../../editing/index.ts';
import { useAppStore } from '../../state/index.ts';
import { Button, sayProblem, useFileChoice } from '../../ui/index.ts';
import { onStage, svgPathLines } from './svg-paths.ts';
import { useNewPath } from './use-new-path.ts';

const MOST_BYTES = 12_000_000;

/** The longest line of an SVG file as a guide path. */
export function PathFile() {
  const store = useAppStore();
  const put = useNewPath();
  const readIn = async (file: File): Promise<void> => {
    const stage = selectMotion(store.getState())?.stage;
    if (!stage) return;
    const lines = file.size > MOST_BYTES ? null : svgPathLines(await file.text());
    const [longest] = lines ?? [];
    if (!longest) {
      sayProblem(`“${file.name}” has no line that can be a path: an SVG file with paths in it, please.`);
      return;
    }
    const { points, closed } = onStage(longest, stage);
    put(points, closed, file.name.replace(/\.\w+$/, ''));
  };
  const { input, choose } = useFileChoice({
    label: 'SVG file of a path',
    accept: '.svg,image/svg+xml',
    onFiles: ([file]) => void readIn(file),
  });
  return (
    <>
      {input}
      <Button small tip="Its longest line; where it is beyond the stage it is fitted to it" onClick={choose}>
        <FileUp size={13} /> From an SVG file …
      </Button>
    </>
  );
}
