import { createBrowserRouter, Navigate, Outlet, ScrollRestoration } from 'react-router';
import { CrashPage } from '../ui/CrashPage.tsx';
import { LoadingState, NotFoundState } from '../ui/states.tsx';
import { Announcer } from '../ui/announce.tsx';
import { HelpPlace } from './help/HelpPlace.tsx';
import { DeskShell, Shell } from './Shell.tsx';
import { Needs } from './Needs.tsx';
import { SignedInOnly } from './SignedInOnly.tsx';
import { useArrival } from './useArrival.ts';
import { t } from '../words/words.ts';

/** Lists are found where they were left, whichever way one comes back. */
function Root() {
  useArrival();
  return (
    <>
      <Outlet />
      <Announcer />
      <HelpPlace />
      <ScrollRestoration getKey={({ pathname, search }) => pathname + search} />
    </>
  );
}

/** Every screen has an address. The song desk with its editor is fetched when it is first opened. */
export const router = createBrowserRouter([
  {
    element: <Root />,
    errorElement: <CrashPage />,
    hydrateFallbackElement: <LoadingState what={t('the page')} />,
    children: [
      {
        path: '/s/:token',
        lazy: async () => ({
          Component: (await import('../screens/share/SharePage.tsx')).SharePage,
        }),
      },
      {
        path: '/s/:token/stand',
        lazy: async () => ({
          Component: (await import('../screens/stand/StandScreens.tsx')).LinkStand,
        }),
      },
      {
        path: '/s/:token/stage',
        lazy: async () => ({
          Component: (await import('../screens/stage/StageScreens.tsx')).LinkStage,
        }),
      },
      {
        path: '/sign-in',
        lazy: async () => ({
          Component: (await import('../screens/front/SignInScreen.tsx')).SignInScreen,
        }),
      },
      {
        path: '/forgotten',
        lazy: async () => ({
          Component: (await import('../screens/front/ForgottenScreen.tsx')).ForgottenScreen,
        }),
      },
      {
        path: '/new-password',
        lazy: async () => ({
          Component: (await import('../screens/front/NewPasswordScreen.tsx')).NewPasswordScreen,
        }),
      },
      {
        path: '/confirm',
        lazy: async () => ({
          Component: (await import('../screens/front/ConfirmScreen.tsx')).ConfirmScreen,
        }),
      },
      {
        path: '/join',
        lazy: async () => ({
          Component: (await import('../screens/front/JoinScreen.tsx')).JoinScreen,
        }),
      },
      {
        path: '/mailbox',
        lazy: async () => ({
          Component: (await import('../screens/mailbox/MailboxScreen.tsx')).MailboxScreen,
        }),
      },
      {
        element: <SignedInOnly />,
        children: [
          {
            path: '/songs/:songId/stand',
            lazy: async () => ({
              Component: (await import('../screens/stand/StandScreens.tsx')).SongStand,
            }),
          },
          {
            path: '/sets/:setId/stand',
            lazy: async () => ({
              Component: (await import('../screens/stand/StandScreens.tsx')).SetStand,
            }),
          },
          {
            path: '/sets/:setId/stage',
            lazy: async () => ({
              Component: (await import('../screens/stage/StageScreens.tsx')).SetStage,
            }),
          },
          {
            element: <DeskShell />,
            children: [
              {
                path: '/practice/drills',
                lazy: async () => ({
                  Component: (await import('../screens/practice/DrillsScreen.tsx')).DrillsScreen,
                }),
              },
              {
                path: '/practice/programme',
                lazy: async () => ({
                  Component: (await import('../screens/practice/programme/ProgrammeScreen.tsx'))
                    .ProgrammeScreen,
                }),
              },
              {
                path: '/songs/:songId/:lens?',
                lazy: async () => ({
                  Component: (await import('../screens/song/SongScreen.tsx')).SongScreen,
                }),
              },
            ],
          },
          {
            element: <Shell />,
            children: [
              { path: '/', element: <Navigate to="/songs" replace /> },
              {
                path: '/songs',
                lazy: async () => ({
                  Component: (await import('../screens/songs/SongsScreen.tsx')).SongsScreen,
                }),
              },
              {
                element: <Needs right="write" />,
                children: [
                  {
                    path: '/songs/import',
                    lazy: async () => ({
                      Component: (await import('../screens/import/ImportScreen.tsx')).ImportScreen,
                    }),
                  },
                ],
              },
              {
                path: '/songs/:songId/print',
                lazy: async () => ({
                  Component: (await import('../screens/print/PaperScreen.tsx')).PaperScreen,
                }),
              },
              {
                path: '/sets',
                lazy: async () => ({
                  Component: (await import('../screens/sets/SetsScreen.tsx')).SetsScreen,
                }),
              },
              {
                path: '/sets/:setId/print',
                lazy: async () => ({
                  Component: (await import('../screens/print/SetPaperScreen.tsx')).SetPaperScreen,
                }),
              },
              {
                path: '/sets/:setId/path',
                lazy: async () => ({
                  Component: (await import('../screens/set/path/PathScreen.tsx')).PathScreen,
                }),
              },
              {
                path: '/sets/:setId/played',
                lazy: async () => ({
                  Component: (await import('../screens/set/PlayedScreen.tsx')).PlayedScreen,
                }),
              },
              {
                path: '/sets/:setId/band',
                lazy: async () => ({
                  Component: (await import('../screens/set/BandScreens.tsx')).BandPages,
                }),
              },
              {
                path: '/sets/:setId/band/print',
                lazy: async () => ({
                  Component: (await import('../screens/set/BandScreens.tsx')).BandPack,
                }),
              },
              {
                path: '/sets/:setId',
                lazy: async () => ({
                  Component: (await import('../screens/set/SetScreen.tsx')).SetScreen,
                }),
              },
              {
                path: '/practice',
                lazy: async () => ({
                  Component: (await import('../screens/practice/PracticeScreen.tsx'))
                    .PracticeScreen,
                }),
              },
              {
                path: '/sung',
                lazy: async () => ({
                  Component: (await import('../screens/sung/SungScreen.tsx')).SungScreen,
                }),
              },
              {
                element: <Needs right="plan" />,
                children: [
                  {
                    path: '/trash',
                    lazy: async () => ({
                      Component: (await import('../screens/trash/TrashScreen.tsx')).TrashScreen,
                    }),
                  },
                ],
              },
              {
                path: '/settings',
                lazy: async () => ({
                  Component: (await import('../screens/settings/SettingsScreen.tsx'))
                    .SettingsScreen,
                }),
              },
              {
                path: '/sent/:sendId',
                lazy: async () => ({
                  Component: (await import('../screens/sent/SentScreen.tsx')).SentScreen,
                }),
              },
              {
                path: '/team',
                lazy: async () => ({
                  Component: (await import('../screens/team/TeamScreen.tsx')).TeamScreen,
                }),
              },
              {
                element: <Needs right="govern" />,
                children: [
                  {
                    path: '/team/done',
                    lazy: async () => ({
                      Component: (await import('../screens/team/DoneScreen.tsx')).DoneScreen,
                    }),
                  },
                ],
              },
              {
                path: '/account',
                lazy: async () => ({
                  Component: (await import('../screens/account/AccountScreen.tsx')).AccountScreen,
                }),
              },
              {
                element: <Needs right="write" />,
                children: [
                  {
                    path: '/drafts',
                    lazy: async () => ({
                      Component: (await import('../screens/drafts/DraftsScreen.tsx')).DraftsScreen,
                    }),
                  },
                ],
              },
              {
                path: '*',
                element: (
                  <NotFoundState title={t('No page at this address')}>
                    {t('The address may be mistyped.')}
                  </NotFoundState>
                ),
              },
            ],
          },
        ],
      },
    ],
  },
]);
