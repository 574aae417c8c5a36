import { message } from '#core/base/judgement.ts';
import type { Weighed } from '#core/treatment/claims/weigh.ts';
import { targets } from '#core/treatment/credit/credit.ts';
import * as format from '../../texts/format.ts';
import { listing } from '../../texts/lists.ts';
import type { Say } from '../../texts/texts.ts';

/** Why a statement stands as it does: core's own reason for the case where it gave one, else the text with its figures. */
export function reasonOf(id: string, { says, figures, germs, nitrate, isSalt }: Weighed, say: Say): string[] {
  const reason = says ? say(says.reason) : say(message(`claim.${id}.why`, figures));
  const asked = germs ? targets.filter(t => germs.asked[t] > 0) : [];
  return [
    reason,
    ...(says?.remedy ? [say(says.remedy)] : []),
    ...(germs && asked.length > 0
      ? [
          say('said.germs', {
            list: listing(
              asked.map(t =>
                say('safe.short.of', {
                  germ: `feared.${t}`,
                  earned: format.log(Math.min(germs.earned[t], germs.asked[t])),
                  asked: germs.asked[t],
                }),
              ),
            ),
          }),
        ]
      : []),
    ...(nitrate ? [say('said.nitrate', { before: nitrate[0], after: nitrate[1] })] : []),
    ...(isSalt ? [say('said.salt')] : []),
  ];
}
