import { Copy } from 'lucide-react';
import { Button } from './Button.tsx';
import { sayDone, sayProblem } from './said.ts';

/** Puts an address of this program where it can be pasted from. */
export async function copyLink(path: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(location.origin + path);
    sayDone('The link is copied.');
  } catch {
    sayProblem('The browser does not let this page copy: select the link, and copy it.');
  }
}

/** A link to be handed on: seen whole, selected by a press, copied by another. */
export function LinkGiven({ path }: { path: string }) {
  return (
    <>
      <code className="figures min-w-0 flex-1 truncate text-sm select-all">{location.origin + path}</code>
      <Button small onClick={() => void copyLink(path)}>
        <Copy size={13} /> Copy
      </Button>
    </>
  );
}
