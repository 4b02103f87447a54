import { rules } from '../../../../../../contract/rules.ts';
import { route } from '../../../../../../server/http/route.ts';
import { setStreakRule } from '../../../../../../server/squad/rules.ts';

export const PUT = route(rules.setStreakRule, setStreakRule);
