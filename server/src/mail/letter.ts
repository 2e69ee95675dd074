import type { Line, MessageModel } from './message.model.ts';

/** A message as it is sent. */
export interface Letter {
  to: { name: string; address: string };
  subject: string;
  text: string;
}

type Told = Pick<MessageModel, 'kind' | 'courseTitle' | 'lines' | 'name' | 'email' | 'personId'>;

/** What several of a kind are called in a subject. */
const SEVERAL: Record<MessageModel['kind'], string> = {
  invited: 'invitations',
  published: 'exercises are open',
  due: 'exercises are due',
  'handed-in': 'takes are handed in',
  returned: 'takes are returned',
  replied: 'replies to notes',
  password: 'links to a new password',
};

/** In one line: what people wrote may have several. */
const oneLine = (words: string): string => words.replace(/\s+/g, ' ').trim();

function subjectOf({ kind, courseTitle, lines }: Told): string {
  const what = lines.length === 1 ? lines[0]!.says.replace(/\.$/, '') : `${lines.length} ${SEVERAL[kind]}`;
  return oneLine(courseTitle ? `${courseTitle}: ${what}` : what);
}

/** Words and links of a message; `address` is where people reach the program, without a slash at its end. */
export function letterOf(message: Told, address: string): Letter {
  const said = message.lines.map(({ says, path }: Line) => `${oneLine(says)}\n${address}${path}`);
  const choices = `Which messages you get you choose at ${address}/account`;
  return {
    to: { name: oneLine(message.name), address: message.email },
    subject: subjectOf(message),
    text: [
      ...(message.name ? [`Hello ${oneLine(message.name)},`] : ['Hello,']),
      ...said,
      ...(message.personId && message.kind !== 'password' ? [choices] : []),
      'Undulan',
    ].join('\n\n'),
  };
}
