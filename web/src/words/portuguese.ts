import { band } from './portuguese/band.ts';
import { bringing } from './portuguese/bringing.ts';
import { chart } from './portuguese/chart.ts';
import { common } from './portuguese/common.ts';
import { files } from './portuguese/files.ts';
import { help } from './portuguese/help.ts';
import { hands } from './portuguese/hands.ts';
import { fills } from './portuguese/fills.ts';
import { key } from './portuguese/key.ts';
import { keyboard } from './portuguese/keyboard.ts';
import { moves } from './portuguese/moves.ts';
import { listening } from './portuguese/listening.ts';
import { ownRuns } from './portuguese/ownRuns.ts';
import { pencil } from './portuguese/pencil.ts';
import { arrange } from './portuguese/arrange.ts';
import { path } from './portuguese/path.ts';
import { practice } from './portuguese/practice.ts';
import { drills } from './portuguese/drills.ts';
import { service } from './portuguese/service.ts';
import { sets } from './portuguese/sets.ts';
import { songs } from './portuguese/songs.ts';
import { stage } from './portuguese/stage.ts';
import { team } from './portuguese/team.ts';
import { versions } from './portuguese/versions.ts';

/** Every phrase of the interface in Portuguese, by its English. What counts has an entry for one and one for more. */
export const portuguese = {
  ...common,
  ...band,
  ...chart,
  ...hands,
  ...fills,
  ...key,
  ...keyboard,
  ...moves,
  ...ownRuns,
  ...songs,
  ...versions,
  ...bringing,
  ...pencil,
  ...arrange,
  ...path,
  ...practice,
  ...drills,
  ...listening,
  ...service,
  ...sets,
  ...stage,
  ...team,
  ...files,
  ...help,
};
