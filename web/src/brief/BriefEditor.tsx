import Image from '@tiptap/extension-image';
import { type Editor, EditorContent, useEditor, useEditorState } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { Bold, Heading2, ImagePlus, Images, Italic, List, ListOrdered, type LucideIcon } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { explain, useKeepPictureMutation } from '../server-data/index.ts';
import { Button, Problem, Toggle, TYPING_PAUSE_MS, useFileChoice, useSayTyping } from '../ui/index.ts';
import { briefHtml } from './brief-html.ts';
import { CoursePictures } from './CoursePictures.tsx';

const EXTENSIONS = [StarterKit.configure({ heading: { levels: [2, 3] } }), Image];
const MOST_BYTES = 3_000_000;
/** As the contract has it. */
const MOST_CHARACTERS = 20_000;

interface BriefEditorProps {
  courseId: string;
  brief: string;
  onCommit: (brief: string) => void;
}

/** Where a brief is written, with headings, lists, emphasis and pictures. Kept as it is typed. */
export function BriefEditor({ courseId, brief, onCommit }: BriefEditorProps) {
  const [tooLong, setTooLong] = useState<string | null>(null);
  // Of a picture: it stands until another is put in, whatever is typed.
  const [noPicture, setNoPicture] = useState<string | null>(null);
  const problem = noPicture ?? tooLong;
  const [kept, setKept] = useState(false);
  const [keepPicture, { isLoading }] = useKeepPictureMutation();
  const pause = useRef<ReturnType<typeof setTimeout>>(undefined);
  const latest = useRef({ brief, onCommit });
  useEffect(() => {
    latest.current = { brief, onCommit };
  });
  const [isTyped, setIsTyped] = useState(false);
  useSayTyping(isTyped);
  const commit = (editor: Editor): void => {
    setIsTyped(false);
    clearTimeout(pause.current);
    const html = editor.isEmpty ? '' : editor.getHTML();
    if (html.length > MOST_CHARACTERS)
      setTooLong(`The brief is too long by ${html.length - MOST_CHARACTERS} characters.`);
    else {
      setTooLong(null);
      if (html !== briefHtml(latest.current.brief)) latest.current.onCommit(html);
    }
  };
  const editor = useEditor({
    extensions: EXTENSIONS,
    content: briefHtml(brief),
    editorProps: {
      attributes: {
        'aria-label': 'Brief',
        role: 'textbox',
        'aria-multiline': 'true',
        class: 'brief min-h-28 px-2.5 py-1.5 outline-none',
      },
    },
    onBlur: ({ editor: left }) => commit(left),
    onUpdate: ({ editor: typed }) => {
      setIsTyped(true);
      clearTimeout(pause.current);
      pause.current = setTimeout(() => commit(typed), TYPING_PAUSE_MS);
    },
  });
  useEffect(() => () => clearTimeout(pause.current), []);
  // What undo brings back, or another window wrote, is shown; what is being typed is not written over.
  useEffect(() => {
    if (!editor.isFocused && briefHtml(brief) !== editor.getHTML())
      editor.commands.setContent(briefHtml(brief), { emitUpdate: false });
  }, [editor, brief]);

  const addPicture = async (file: File): Promise<void> => {
    if (file.size > MOST_BYTES) {
      setNoPicture(`“${file.name}” is too large: a picture has at most 3 MB.`);
      return;
    }
    const answer = await keepPicture({ courseId, file });
    if (!answer.data) {
      setNoPicture(explain(answer.error));
      return;
    }
    setNoPicture(null);
    editor
      .chain()
      .setImage({ src: `/api/pictures/${answer.data.id}`, alt: file.name.replace(/\.\w+$/, '') })
      .run();
    commit(editor);
  };
  return (
    <div className="grid gap-1">
      <p className="text-xs font-semibold text-faint">Brief</p>
      <div className="overflow-hidden rounded-md border border-rule bg-page focus-within:border-accent">
        <Looks
          editor={editor}
          busy={isLoading}
          onPicture={(file) => void addPicture(file)}
          onKept={() => setKept(true)}
        />
        <EditorContent editor={editor} />
      </div>
      {kept && (
        <CoursePictures
          courseId={courseId}
          brief={brief}
          onClose={() => setKept(false)}
          onChoose={(id) => {
            setKept(false);
            editor
              .chain()
              .setImage({ src: `/api/pictures/${id}`, alt: '' })
              .run();
            commit(editor);
          }}
        />
      )}
      {problem ? (
        <Problem>{problem}</Problem>
      ) : (
        <p className="text-xs text-faint">What the learner is to do, and what to look at.</p>
      )}
    </div>
  );
}

interface LooksProps {
  editor: Editor;
  busy: boolean;
  onPicture: (file: File) => void;
  /** The pictures that are kept are asked for. */
  onKept: () => void;
}

function Looks({ editor, busy, onPicture, onKept }: LooksProps) {
  const { input, choose } = useFileChoice({
    label: 'Picture file',
    accept: 'image/png,image/jpeg,image/gif,image/webp',
    onFiles: ([file]) => onPicture(file),
  });
  const on = useEditorState({
    editor,
    selector: ({ editor: now }) => ({
      bold: now.isActive('bold'),
      italic: now.isActive('italic'),
      heading: now.isActive('heading'),
      bullets: now.isActive('bulletList'),
      numbers: now.isActive('orderedList'),
    }),
  });
  const looks: { id: keyof typeof on; label: string; Icon: LucideIcon; run: () => void }[] = [
    { id: 'bold', label: 'Bold', Icon: Bold, run: () => editor.chain().focus().toggleBold().run() },
    { id: 'italic', label: 'Italic', Icon: Italic, run: () => editor.chain().focus().toggleItalic().run() },
    {
      id: 'heading',
      label: 'Heading',
      Icon: Heading2,
      run: () => editor.chain().focus().toggleHeading({ level: 2 }).run(),
    },
    { id: 'bullets', label: 'List', Icon: List, run: () => editor.chain().focus().toggleBulletList().run() },
    {
      id: 'numbers',
      label: 'Numbered list',
      Icon: ListOrdered,
      run: () => editor.chain().focus().toggleOrderedList().run(),
    },
  ];
  return (
    <div
      role="toolbar"
      aria-label="Looks of the brief"
      className="flex gap-0.5 border-b border-rule bg-paper px-1 py-0.5"
      onMouseDown={(event) => event.preventDefault()}
    >
      {looks.map(({ id, label, Icon, run }) => (
        <Toggle
          key={id}
          small
          square
          on={on[id]}
          aria-label={label}
          tip={label}
          className="border-transparent!"
          onClick={run}
        >
          <Icon size={14} />
        </Toggle>
      ))}
      <Button
        small
        square
        kind="quiet"
        aria-label="Add a picture"
        tip="Add a picture: PNG, JPEG, GIF or WebP"
        disabled={busy}
        onClick={choose}
      >
        <ImagePlus size={14} />
      </Button>
      <Button
        small
        square
        kind="quiet"
        aria-label="Pictures of the course"
        tip="Pictures of the course: put one in again, or remove it"
        onClick={onKept}
      >
        <Images size={14} />
      </Button>
      {input}
    </div>
  );
}
