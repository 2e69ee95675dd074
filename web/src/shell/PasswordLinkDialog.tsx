import type { PasswordLink } from '@undulan/contract';
import { format } from 'date-fns';
import { Dialog, LinkGiven } from '../ui/index.ts';

interface PasswordLinkDialogProps {
  name: string;
  link: PasswordLink;
  onClose: () => void;
}

/** A link to somebody's new password, to be handed to them. */
export function PasswordLinkDialog({ name, link, onClose }: PasswordLinkDialogProps) {
  return (
    <Dialog open title={`A new password for ${name}`} onClose={onClose}>
      <div className="grid gap-3">
        <p className="text-sm">
          Hand this link to {name}, and to nobody else: whoever opens it chooses the password of the account. It works
          once, until {format(new Date(link.endsAt), 'd MMM yyyy, HH:mm')}, and is not shown again.
        </p>
        <p className="flex items-center gap-3">
          <LinkGiven path={`/new-password/${link.code}`} />
        </p>
      </div>
    </Dialog>
  );
}
