import type { ReviewedTake, TakeEdits } from '@undulan/contract';
import { Tabs } from 'radix-ui';
import { useMemo, useState } from 'react';
import { TakeFiles } from '../../exports/index.ts';
import { WhatIsThis } from '../../help/index.ts';
import { UndoButtons } from '../../panels/work/index.ts';
import { isEmptyDrawing } from '../../picture/drawing/index.ts';
import { ClipSureness, type DrawingDraft, exportedTake, LearnerWords, TakesPanel } from '../../reviewing/index.ts';
import { Shell } from '../../shell/index.ts';
import { ComparisonSpread, PagesChoice, usePages } from '../../spread/index.ts';
import { ClockProvider } from '../../time/index.ts';
import { Empty, TabBar, useStored, withMark } from '../../ui/index.ts';
import { DeskFindings } from './DeskFindings.tsx';
import { EditsPanel } from './EditsPanel.tsx';
import { GradeForm } from './GradeForm.tsx';
import type { NoteDraft } from './note-draft.ts';
import { NotesPanel } from './NotesPanel.tsx';
import { NextTake, QueueSteps } from './QueueSteps.tsx';
import { ReadingsChoice } from './ReadingsChoice.tsx';
import { ReadingStatus } from './ReadingStatus.tsx';
import { ReturnButton } from './ReturnButton.tsx';
import { useDecisions } from './use-decisions.ts';
import { useDeskNotes } from './use-desk-notes.ts';
import { useDeskUndo, withUndo } from './use-desk-undo.ts';
import { useReviewWriter } from './use-review-writer.ts';
import { useTried } from './use-tried.ts';

/** What is to be said of a tab. */
const ABOUT_TABS: Record<string, string> = { findings: 'Findings', notes: 'Notes', grade: 'Grade' };

const NO_NOTES: never[] = [];
const NO_EDITS: TakeEdits['edits'] = [];

/** The draft as far as it lies over the picture: only once something is, or is to be, drawn. */
function useDrawingDraft(draft: NoteDraft | null, onDraft: (draft: NoteDraft) => void): DrawingDraft | null {
  return useMemo(() => {
    if (draft?.frame === undefined || (!draft.tool && !draft.spot && isEmptyDrawing(draft.drawing))) return null;
    const { frame, drawing, spot, tool } = draft;
    return {
      frame,
      drawing,
      spot,
      tool,
      onDrawing: (next) => onDraft({ ...draft, drawing: next }),
      onSpot: (next) => onDraft({ ...draft, spot: next, tool: null }),
    };
  }, [draft, onDraft]);
}

/**
 * Reviewing: a take read against its target; what of the findings counts; notes and drawings on frames; grades; and the
 * way back to the learner.
 */
export function DeskPage({ view }: { view: ReviewedTake }) {
  const [pages, setPages] = usePages('desk');
  const [tab, setTab] = useState('findings');
  /** The take that was to be returned without a grade. */
  const [ungraded, setUngraded] = useState<string | null>(null);
  const askForGrade = (): void => {
    setUngraded(view.id);
    setTab('grade');
  };
  // Each take has its own, which waits until one comes back to it.
  const [noteDraft, setNoteDraft] = useStored<NoteDraft | null>(`note-draft/${view.id}`, null);
  const [edits, setEdits] = useState(NO_EDITS);
  const tried = tab === 'edits' ? edits : NO_EDITS;
  const shown = useTried(view, tried);
  const writer = useReviewWriter(view);
  const undo = useDeskUndo();
  const graded = useMemo(() => withUndo(writer, undo), [writer, undo]);
  const ruler = view.target ?? view.motion;
  const findings = view.reading?.findings ?? [];
  const notes = view.review?.notes ?? NO_NOTES;
  const deskNotes = useDeskNotes(view.id, writer, undo);
  const decisions = useDecisions(notes, deskNotes, writer, undo);
  const returned = view.state === 'returned';
  const drawing = useDrawingDraft(tab === 'notes' ? noteDraft : null, setNoteDraft);

  const tabs = [
    { id: 'findings', label: view.reading ? `Findings ${findings.length}` : 'Findings' },
    { id: 'notes', label: `Notes ${notes.length}${noteDraft ? ' + draft' : ''}` },
    { id: 'grade', label: returned ? withMark(`Grade ${view.grade ?? ''}`) : 'Grade' },
    { id: 'takes', label: `Takes ${view.siblings.length}` },
    ...(view.reading ? [{ id: 'edits', label: 'Edits' }] : []),
  ];
  return (
    <ClockProvider range={ruler.range} rate={ruler.rate}>
      <Shell
        screen="desk"
        crumbs={[
          { label: view.courseTitle, to: `/courses/${view.courseId}` },
          { label: view.exerciseTitle, to: `/exercises/${view.exerciseId}/setting` },
          { label: `${view.learner.name}, take ${view.number}${view.late ? ', late' : ''}` },
        ]}
        status={returned ? (view.review?.again ? 'Returned for another take' : 'Returned') : writer.status}
        actions={
          <>
            {!returned && <UndoButtons {...undo} />}
            <ReadingsChoice view={view} />
            <QueueSteps view={view} />
            <TakeFiles {...exportedTake(view)} />
            <PagesChoice pages={pages} onChange={setPages} />
            {returned && <NextTake view={view} />}
            {!returned && <ReturnButton view={view} writer={writer} onGradeMissing={askForGrade} />}
          </>
        }
      >
        <div className="flex h-full flex-col">
          <ReadingStatus view={view} />
          <LearnerWords view={view} />
          <div className="min-h-0 flex-1">
            <ComparisonSpread
              // Other strips are there once it is read, and share the page anew.
              key={view.reading ? 'read' : 'not read'}
              view={shown}
              {...(tried.length > 0 && {
                takeName: `Take ${view.number}, ${tried.length === 1 ? 'an edit' : `${tried.length} edits`} on`,
              })}
              pages={pages}
              notes={notes}
              draft={drawing}
              beneath={(showTrack) => (
                <Tabs.Root value={tab} onValueChange={setTab} className="flex h-full min-h-0 flex-col">
                  <TabBar label="Words on the take" tabs={tabs} after={<WhatIsThis of={ABOUT_TABS[tab] ?? ''} />} />
                  <div className="min-h-0 flex-1 overflow-y-auto">
                    <Tabs.Content value="findings">
                      {view.reading ? (
                        <>
                          <ClipSureness
                            reading={view.reading}
                            {...(!returned && { anewAt: `/takes/${view.id}/clip` })}
                          />
                          <DeskFindings
                            findings={findings}
                            decisions={decisions}
                            fixed={returned}
                            onChoose={showTrack}
                            onDraft={(draft) => {
                              setNoteDraft(draft);
                              setTab('notes');
                            }}
                          />
                        </>
                      ) : (
                        <Empty title={view.readingState === 'coming' ? 'The reading is coming' : 'Not read'}>
                          What is off is listed here once the take is read. Notes and a grade can be given without it.
                        </Empty>
                      )}
                    </Tabs.Content>
                    <Tabs.Content value="notes">
                      <NotesPanel
                        takeId={view.id}
                        motion={view.motion}
                        notes={notes}
                        writer={deskNotes}
                        fixed={returned}
                        draft={noteDraft}
                        onDraft={setNoteDraft}
                      />
                    </Tabs.Content>
                    <Tabs.Content value="grade" forceMount hidden={tab !== 'grade'}>
                      <GradeForm view={view} writer={graded} isAsked={ungraded === view.id} />
                    </Tabs.Content>
                    <Tabs.Content value="takes">
                      <TakesPanel takeId={view.id} />
                    </Tabs.Content>
                    <Tabs.Content value="edits">
                      <EditsPanel view={view} tried={tried} onTry={setEdits} />
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
