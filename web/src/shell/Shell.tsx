import { LogOut, Moon, Server, Settings2, Sun, UserRound } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { Fragment, type ReactNode } from 'react';
import { Link, useNavigate } from 'react-router';
import { ExportJobs } from '../exports/index.ts';
import { HelpMenu, type WalkName } from '../help/index.ts';
import { ShortcutSheet } from '../keyboard/index.ts';
import { api, useSessionQuery, useSignOutMutation } from '../server-data/index.ts';
import { useAppDispatch } from '../state/index.ts';
import { chooseTheme, useTheme } from '../ui/index.ts';
import { ClassBanner } from './ClassBanner.tsx';
import { FindAnything } from './FindAnything.tsx';

interface Crumb {
  label: string;
  to?: string;
}

interface ShellProps {
  crumbs: Crumb[];
  /** Said in small before the actions: the state of saving, what waits. */
  status?: ReactNode;
  actions?: ReactNode;
  /** The page has a heading of level one itself; else the last crumb is it. */
  hasHeading?: boolean;
  /** Which walk leads through it. */
  screen?: WalkName;
  children: ReactNode;
}

const MENU_ITEM =
  'flex cursor-pointer items-center gap-2 rounded-md px-2.5 py-1.5 text-sm outline-none data-highlighted:bg-shade';

/** The frame of every screen once signed in: where you are, what you can do, who you are. */
export function Shell({ crumbs, status, actions, hasHeading = false, screen, children }: ShellProps) {
  const Here = hasHeading ? 'span' : 'h1';
  return (
    <div className="flex h-full min-w-[1000px] flex-col">
      <header className="flex h-[2.875rem] shrink-0 items-center gap-3 border-b border-rule px-4">
        <Link to="/" className="flex items-center gap-3 rounded-md" aria-label="Undulan, to your courses">
          <img src="/mark.svg" alt="" className="h-5 rounded-xs dark:bg-[#ece6d8] dark:px-0.5" />
          <span className="font-display text-[1.06rem] font-bold">Undulan</span>
        </Link>
        <nav aria-label="Where you are" className="min-w-0 flex-1 truncate text-faint">
          {crumbs.map(({ label, to }, i) => (
            <Fragment key={label + i}>
              {i > 0 && <span className="px-1">/</span>}
              {to ? (
                <Link to={to} className="rounded-sm hover:text-ink hover:underline">
                  {label}
                </Link>
              ) : (
                <Here className="inline font-[inherit] text-[1em] font-semibold text-ink" aria-current="page">
                  {label}
                </Here>
              )}
            </Fragment>
          ))}
        </nav>
        {status && <div className="text-sm whitespace-nowrap text-faint">{status}</div>}
        {actions}
        <FindAnything />
        <HelpMenu key={screen} screen={screen ?? null} />
        <ShortcutSheet />
        <PersonMenu />
      </header>
      <ClassBanner />
      <main className="min-h-0 flex-1">{children}</main>
      <ExportJobs />
    </div>
  );
}

function PersonMenu() {
  const { data } = useSessionQuery();
  const [signOut] = useSignOutMutation();
  const theme = useTheme();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();

  const leave = async (): Promise<void> => {
    await signOut();
    dispatch(api.util.resetApiState());
    await navigate('/sign-in');
  };
  const other = theme === 'dark' ? 'light' : 'dark';

  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger
          aria-label={`Account of ${data?.person.name ?? '…'}`}
          className="grid h-8 w-8 place-items-center rounded-full border border-rule bg-page hover:border-faint"
        >
          <UserRound size={16} />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            sideOffset={6}
            className="z-50 min-w-52 rounded-lg border border-rule bg-page p-1.5 shadow-xl"
          >
            <DropdownMenu.Label className="px-2.5 py-1.5">
              <p className="font-semibold">{data?.person.name}</p>
              <p className="text-xs text-faint">{data?.person.email}</p>
            </DropdownMenu.Label>
            <DropdownMenu.Separator className="my-1 h-px bg-rule" />
            <DropdownMenu.Item className={MENU_ITEM} onSelect={() => chooseTheme(other)}>
              {other === 'dark' ? <Moon size={15} /> : <Sun size={15} />}
              {other === 'dark' ? 'Dark look' : 'Light look'}
            </DropdownMenu.Item>
            <DropdownMenu.Item className={MENU_ITEM} onSelect={() => void navigate('/account')}>
              <Settings2 size={15} />
              Your account
            </DropdownMenu.Item>
            {data?.isAdministrator && (
              <DropdownMenu.Item className={MENU_ITEM} onSelect={() => void navigate('/installation')}>
                <Server size={15} />
                This installation
              </DropdownMenu.Item>
            )}
            <DropdownMenu.Item className={MENU_ITEM} onSelect={() => void leave()}>
              <LogOut size={15} />
              Sign out
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </>
  );
}
