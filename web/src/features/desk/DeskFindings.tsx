import { type Finding, findingKey } from '@undulan/core';
import { Check, PenLine, Undo2, X } from 'lucide-react';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { FindingsList } from '../../reviewing/index.ts';
import { Button, INPUT, Popover } from '../../ui/index.ts';
import { draftOfFindings, type NoteDraft } from './note-draft.ts';
import type { Decisions } from './use-decisions.ts';

interface DeskFindingsProps {
  findings: readonly Finding[];
  decisions: Decisions;
  fixed: boolean;
  onChoose: (finding: Finding) => void;
  /** Goes on writing a note that findings begin. */
  onDraft: (draft: NoteDraft) => void;
}

/**
 * The reading's findings, each to be accepted as a note, put in other words, or dismissed; several can become one note.
 */
export function DeskFindings({ findings, decisions, fixed, onChoose, onDraft }: DeskFindingsProps) {
  const [chosen, setChosen] = useState<string[]>([]);
  const open = findings.filter((finding) => !decisions.of(finding));
  const picked = open.filter((finding) => chosen.includes(findingKey(finding)));
  const toggle = (key: string): void =>
    setChosen(chosen.includes(key) ? chosen.filter((other) => other !== key) : [...chosen, key]);
  const write = (several: readonly Finding[]): void => {
    setChosen([]);
    onDraft(draftOfFindings(several));
  };
  return (
    <>
      {!fixed && findings.length > 0 && (
        <div className="flex min-h-8 items-center gap-2 pb-1.5 text-xs text-faint">
          <span>
            {open.length === 0
              ? 'All are decided.'
              : `${open.length} of ${findings.length} open; the learner sees all that are not dismissed.`}
          </span>
          {picked.length > 1 && (
            <Button small className="ml-auto" onClick={() => write(picked)}>
              Merge {picked.length} into one note
            </Button>
          )}
        </div>
      )}
      <FindingsList
        whole
        findings={findings}
        onChoose={onChoose}
        faded={(finding) => decisions.of(finding)?.state === 'dismissed'}
        before={
          fixed || open.length < 2
            ? undefined
            : (finding) => {
                const key = findingKey(finding);
                const decided = decisions.of(finding) !== undefined;
                return (
                  <input
                    type="checkbox"
                    disabled={decided}
                    checked={!decided && chosen.includes(key)}
                    onChange={() => toggle(key)}
                    aria-label={`Merge: ${finding.sentence}`}
                    className="mt-2 ml-2 accent-[var(--accent)]"
                  />
                );
              }
        }
        action={(finding) => (
          <FindingActions finding={finding} decisions={decisions} fixed={fixed} onReword={() => write([finding])} />
        )}
      />
    </>
  );
}

interface FindingActionsProps {
  finding: Finding;
  decisions: Decisions;
  fixed: boolean;
  onReword: () => void;
}

function FindingActions({ finding, decisions, fixed, onReword }: FindingActionsProps) {
  const decision = decisions.of(finding);
  const square = { kind: 'quiet', square: true, small: true } as const;
  if (decision) {
    return (
      <span className="flex shrink-0 items-center gap-1 py-1 pr-1 text-xs">
        <span
          title={decision.reason}
          className={decision.state === 'accepted' ? 'text-target' : 'max-w-28 truncate text-faint'}
        >
          {decision.state === 'accepted' ? 'in a note' : `dismissed${decision.reason ? `: ${decision.reason}` : ''}`}
        </span>
        {!fixed && (
          <Button
            {...square}
            aria-label={`Open again: ${finding.sentence}`}
            tip={decision.noteId ? 'Open again; its note goes' : 'Open again'}
            onClick={() => void decisions.takeBack(finding)}
          >
            <Undo2 size={14} />
          </Button>
        )}
      </span>
    );
  }
  if (fixed) return null;
  return (
    <span className="flex shrink-0 items-center py-1 pr-1">
      <Button
        {...square}
        aria-label={`Make a note of: ${finding.sentence}`}
        tip="Accept: it becomes a note as it is"
        onClick={() => void decisions.accept(finding)}
      >
        <Check size={15} />
      </Button>
      <Button
        {...square}
        aria-label={`Reword: ${finding.sentence}`}
        tip="Write the note in your own words"
        onClick={onReword}
      >
        <PenLine size={14} />
      </Button>
      <DismissPopover finding={finding} onDismiss={(reason) => void decisions.dismiss(finding, reason)} />
    </span>
  );
}

function DismissPopover({ finding, onDismiss }: { finding: Finding; onDismiss: (reason: string) => void }) {
  const form = useForm({ defaultValues: { reason: '' } });
  return (
    <Popover
      label="Dismiss the finding"
      align="end"
      trigger={
        <Button
          kind="quiet"
          square
          small
          aria-label={`Dismiss: ${finding.sentence}`}
          tip="Dismiss: the learner does not see it"
        >
          <X size={14} />
        </Button>
      }
    >
      <form
        className="grid gap-2"
        onSubmit={(event) => void form.handleSubmit(({ reason }) => onDismiss(reason.trim()))(event)}
      >
        <label className="grid gap-1 text-xs font-semibold text-faint">
          Why it does not count
          <input
            {...form.register('reason')}
            maxLength={300}
            placeholder="for your own eyes; may stay empty"
            className={INPUT}
          />
        </label>
        <Button type="submit" className="justify-self-start">
          Dismiss it
        </Button>
      </form>
    </Popover>
  );
}
