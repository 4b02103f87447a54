// Written by `npm run messages`.
import accounts from './accounts.json' with { type: 'json' };
import catalogue from './catalogue.json' with { type: 'json' };
import client from './client.json' with { type: 'json' };
import clips from './clips.json' with { type: 'json' };
import consent from './consent.json' with { type: 'json' };
import contract from './contract.json' with { type: 'json' };
import drills from './drills.json' with { type: 'json' };
import files from './files.json' with { type: 'json' };
import layouts from './layouts.json' with { type: 'json' };
import letters from './letters.json' with { type: 'json' };
import mail from './mail.json' with { type: 'json' };
import moves from './moves.json' with { type: 'json' };
import operations from './operations.json' with { type: 'json' };
import pages from './pages.json' with { type: 'json' };
import planning from './planning.json' with { type: 'json' };
import platform from './platform.json' with { type: 'json' };
import privacy from './privacy.json' with { type: 'json' };
import progress from './progress.json' with { type: 'json' };
import review from './review.json' with { type: 'json' };
import rules from './rules.json' with { type: 'json' };
import scores from './scores.json' with { type: 'json' };
import screens from './screens.json' with { type: 'json' };
import server from './server.json' with { type: 'json' };
import shared from './shared.json' with { type: 'json' };
import squads from './squads.json' with { type: 'json' };
import streaks from './streaks.json' with { type: 'json' };
import tables from './tables.json' with { type: 'json' };
import targets from './targets.json' with { type: 'json' };
import text from './text.json' with { type: 'json' };
import together from './together.json' with { type: 'json' };
import training from './training.json' with { type: 'json' };
import ui from './ui.json' with { type: 'json' };
import values from './values.json' with { type: 'json' };
import weeks from './weeks.json' with { type: 'json' };
import wiring from './wiring.json' with { type: 'json' };

export default {
  ...accounts,
  ...catalogue,
  ...client,
  ...clips,
  ...consent,
  ...contract,
  ...drills,
  ...files,
  ...layouts,
  ...letters,
  ...mail,
  ...moves,
  ...operations,
  ...pages,
  ...planning,
  ...platform,
  ...privacy,
  ...progress,
  ...review,
  ...rules,
  ...scores,
  ...screens,
  ...server,
  ...shared,
  ...squads,
  ...streaks,
  ...tables,
  ...targets,
  ...text,
  ...together,
  ...training,
  ...ui,
  ...values,
  ...weeks,
  ...wiring,
};
