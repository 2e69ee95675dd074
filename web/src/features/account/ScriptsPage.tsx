import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { Shell } from '../../shell/index.ts';
import { LoadFailed, Loading } from '../../ui/index.ts';

interface Described {
  info: { description: string };
  paths: Record<string, Record<string, Operation>>;
}

interface Operation {
  summary: string;
  description: string;
  requestBody?: { content: Record<string, { schema: object }> };
  responses: Record<string, { content: Record<string, { schema: object }> }>;
}

/** What scripts can ask for, from the description that programs read as well. */
export function ScriptsPage() {
  const [described, setDescribed] = useState<Described | 'failed' | null>(null);
  const [tries, setTries] = useState(0);
  useEffect(() => {
    const stop = new AbortController();
    fetch('/openapi.json', { signal: stop.signal })
      .then(async (answer) => setDescribed((await answer.json()) as Described))
      .catch(() => stop.signal.aborted || setDescribed('failed'));
    return () => stop.abort();
  }, [tries]);
  return (
    <Shell crumbs={[{ label: 'Your account', to: '/account' }, { label: 'For scripts' }]}>
      {described === 'failed' ? (
        <LoadFailed what="description" error={undefined} onRetry={() => setTries(tries + 1)} />
      ) : !described ? (
        <Loading what="what scripts can do" />
      ) : (
        <div className="h-full overflow-y-auto">
          <div className="mx-auto grid max-w-4xl gap-4 px-8 py-6">
            <p className="text-sm">
              A script sends a token of{' '}
              <Link to="/account" className="text-accent underline">
                your account
              </Link>{' '}
              with each call, and sees what you see. Programs read the same description at{' '}
              <a href="/openapi.json" className="text-accent underline">
                /openapi.json
              </a>{' '}
              (OpenAPI 3.1).
            </p>
            <pre className="overflow-x-auto rounded-md border border-rule bg-page p-3 text-xs">
              {`curl -H "Authorization: Bearer TOKEN" ${location.origin}/api/session`}
            </pre>
            {Object.entries(described.paths).flatMap(([path, methods]) =>
              Object.entries(methods).map(([method, operation]) => (
                <Call key={`${method} ${path}`} method={method} path={path} operation={operation} />
              )),
            )}
          </div>
        </div>
      )}
    </Shell>
  );
}

function Call({ method, path, operation }: { method: string; path: string; operation: Operation }) {
  const { summary, description, requestBody, responses } = operation;
  const answer = Object.entries(responses).find(([status]) => status !== 'default');
  return (
    <section className="rounded-lg border border-rule bg-page p-3">
      <h2 className="figures text-sm font-semibold">
        {method.toUpperCase()} {path}
      </h2>
      <p className="mt-1 text-sm">{summary}</p>
      <p className="text-xs text-faint">{description}</p>
      {requestBody && <Schema of="What is sent" content={requestBody.content} />}
      {answer && <Schema of={`What is answered (${answer[0]})`} content={answer[1].content} />}
    </section>
  );
}

function Schema({ of, content }: { of: string; content: Record<string, { schema: object }> }) {
  const [[type, { schema }]] = Object.entries(content) as [[string, { schema: object }]];
  return (
    <details className="mt-2 text-xs">
      <summary className="cursor-pointer text-faint">
        {of}, {type}
      </summary>
      <pre className="mt-1 overflow-x-auto rounded-md border border-rule p-2 break-words whitespace-pre-wrap">
        {JSON.stringify(schema, null, 2)}
      </pre>
    </details>
  );
}
