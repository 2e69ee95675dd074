/** Said over a course that is put away. */
export function ArchivedNote() {
  return (
    <p className="mb-3 rounded-md border border-ochre px-3 py-2 text-sm">
      This course is archived: what is in it can be seen, and nothing new is begun or handed in.
    </p>
  );
}
