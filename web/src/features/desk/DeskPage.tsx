import { useState } from 'react';
import { Tabs } from 'radix-ui';
import { MessageSquarePlus } from 'lucide-react';
import type { TakeView } from '@undulan/contract';
import { toast } from 'sonner';
import { useReadAgainMutation } from '../../app/api.ts';
import { explain } from '../../app/problem.ts';
import { Shell } from '../../app/Shell.tsx';
import { ComparisonSpread, FindingsList } from '../../comparison/index.ts';
import { PagesChoice, usePages } from '../../spread/index.ts';
import { ClockProvider } from '../../time-page/index.ts';
import { Button, TabBar } from '../../ui/index.ts';
import { GradeForm } from './GradeForm.tsx';
import { NotesPanel, type NoteDraft } from './NotesPanel.tsx';
import { ReturnButton } from './ReturnButton.tsx';
import { useReviewWriter } from './use-review-writer.ts';

/** Reviewing: a take read against its target, notes on frames, a grade, and the way back to the learner. */
export function DeskPage({ view }: { view: TakeView }) {
  const [pages, setPages] = usePages('desk');
  const [tab, setTab] = useState('findings');
  const [noteDraft, setNoteDraft] = useState<NoteDraft | null>(null);
  const writer = useReviewWriter(view);
  const ruler = view.target ?? view.motion;
  const findings = view.reading?.findings ?? [];
  const notes = view.review?.notes ?? [];
  const returned = view.state === 'returned';

  const tabs = [
    { id: 'findings', label: `Findings ${findings.length}` },
    { id: 'notes', label: `Notes ${notes.length}` },
    { id: 'grade', label: returned ? `Grade ${view.grade ?? ''}` : 'Grade' },
  ];
  return (
    <ClockProvider range={ruler.range} rate={ruler.rate}>
      <Shell
        crumbs={[{ label: view.courseTitle, to: `/courses/${view.courseId}` }, { label: view.exerciseTitle }, { label: `${view.learner.name}, take ${view.number}` }]}
        status={returned ? 'Returned' : writer.status}
        actions={
          <>
            <PagesChoice pages={pages} onChange={setPages} />
            {!returned && <ReturnButton view={view} writer={writer} onGradeMissing={() => setTab('grade')} />}
          </>
        }
      >
        <div className="flex h-full flex-col">
          {view.targetChanged && <ReadAgain takeId={view.id} />}
          <div className="min-h-0 flex-1">
            <ComparisonSpread
              view={view}
              pages={pages}
              beneath={(showTrack) => (
                <Tabs.Root value={tab} onValueChange={setTab} className="flex h-full min-h-0 flex-col">
                  <TabBar label="Words on the take" tabs={tabs} />
                  <div className="min-h-0 flex-1 overflow-y-auto">
                    <Tabs.Content value="findings">
                      <FindingsList
                        findings={findings}
                        onChoose={showTrack}
                        action={
                          returned
                            ? undefined
                            : (finding) => (
                                <Button
                                  kind="quiet"
                                  square
                                  aria-label={`Make a note of: ${finding.sentence}`}
                                  tip="Make it a note"
                                  onClick={() => {
                                    setNoteDraft({ frame: Math.round(finding.firstFrame), text: finding.sentence });
                                    setTab('notes');
                                  }}
                                >
                                  <MessageSquarePlus size={15} />
                                </Button>
                              )
                        }
                      />
                    </Tabs.Content>
                    <Tabs.Content value="notes">
                      <NotesPanel takeId={view.id} notes={notes} fixed={returned} draft={noteDraft} onDraft={setNoteDraft} />
                    </Tabs.Content>
                    <Tabs.Content value="grade" forceMount hidden={tab !== 'grade'}>
                      <GradeForm view={view} writer={writer} />
                    </Tabs.Content>
                  </div>
                </Tabs.Root>
              )}
            />
          </div>
        </div>
      </Shell>
    </ClockProvider>
  );
}

/** The target was changed after this reading: said, with the one thing to do about it. */
function ReadAgain({ takeId }: { takeId: string }) {
  const [readAgain, { isLoading }] = useReadAgainMutation();
  const read = async (): Promise<void> => {
    const answer = await readAgain(takeId);
    if (answer.error) toast.error(explain(answer.error));
    else toast.success('Read against the target as it is now. The older reading is kept.');
  };
  return (
    <p role="status" className="flex items-center gap-3 border-b border-rule bg-shade px-4 py-1.5 text-sm">
      The target was changed after this take was read. What you see is the reading against the target of that time.
      <Button className="h-7!" disabled={isLoading} onClick={() => void read()}>
        Read again
      </Button>
    </p>
  );
}
