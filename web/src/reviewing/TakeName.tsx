/** What a learner calls a take, and its tags. */
export function TakeName({ title, tags }: { title: string; tags: readonly string[] }) {
  return (
    <>
      {title}
      {tags.map((tag) => (
        <span key={tag} className="ml-1.5 rounded-full border border-rule px-1.5 py-px text-[11px] text-faint">
          {tag}
        </span>
      ))}
    </>
  );
}
