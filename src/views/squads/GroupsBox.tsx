import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { useForm } from '../../client/use-form.ts';
import { type GroupView, type People, squadsApi } from '../../contract/squads.ts';
import { listed } from '../../core/text/listed.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Button, Field, Form, Notice } from '../../ui/parts/index.ts';
import type { PeopleBoxProps } from './shared.ts';

const namesIn = (players: People['players'], group: string) => players.filter((one) => one.group === group).map((one) => one.nickname);

function Group({ group, shown, attempt, refresh }: PeopleBoxProps & { group: GroupView }) {
  const at = { squad: shown.squad.id, group: group.id };
  const names = namesIn(shown.players, group.id);
  const { field, refusal, busy, send } = useForm({
    first: { name: group.name },
    schema: squadsApi.saveGroup.body,
    body: (typed) => typed,
  });
  return (
    <li className="flex flex-col gap-1 border-joint border-t py-2">
      <Form
        onSend={async () => {
          if (await send((body) => call(squadsApi.saveGroup, at, body))) await refresh();
        }}
      >
        <div className="flex flex-wrap items-end gap-2">
          <Field label={t('Name')} {...field('name')} />
          <Button type="submit" size="small" disabled={busy}>
            {t('Rename')}
            <span className="sr-only"> {group.name}</span>
          </Button>
          <Button
            size="small"
            look="stop"
            onClick={() =>
              void attempt(async () => {
                await call(squadsApi.dropGroup, at);
                await refresh();
                return t('The group “{name}” is gone. Its players are in none; released weeks stay as they are.', { name: group.name });
              })
            }
          >
            {t('Do away with')}
            <span className="sr-only"> {group.name}</span>
          </Button>
        </div>
        {refusal && <Notice tone="stop">{refusal}</Notice>}
      </Form>
      <p className="text-dust text-sm">
        {names.length === 0
          ? t('Nobody yet: choose it for players in the list above.')
          : `${plural(names.length, 'player')}: ${listed(names)}`}
      </p>
    </li>
  );
}

/** Named parts of a squad: made by hand, or one for each level. Sessions and drills of a week can be for one of them. */
export function GroupsBox(props: PeopleBoxProps) {
  const { shown, attempt, refresh } = props;
  const squad = shown.squad.id;
  const { field, refusal, busy, send, clear } = useForm({
    first: { name: '' },
    schema: squadsApi.saveGroup.body,
    body: (typed) => typed,
  });
  const levels = new Set(shown.players.map((one) => one.level)).size;
  return (
    <section className="slab flex flex-col gap-2 p-4" aria-labelledby="groups">
      <h2 id="groups">{t('Groups')}</h2>
      <p className="text-dust text-sm">
        {t(
          'When some of the squad need another week: a session can be for a group alone, and a drill another one for a group. There is one register for all.',
        )}
      </p>
      <ul className="grid gap-x-6 lg:grid-cols-2 2xl:grid-cols-3">
        {shown.groups.map((group) => (
          <Group key={`${group.id} ${group.name}`} group={group} {...props} />
        ))}
      </ul>
      <Form
        onSend={async () => {
          if (!(await send((body) => call(squadsApi.saveGroup, { squad, group: uuid() }, body)))) return;
          clear();
          await refresh();
        }}
      >
        <div className="flex flex-wrap items-end gap-2">
          <Field label={t('A new group')} placeholder={t('For example: Evening players')} {...field('name')} />
          <Button type="submit" size="small" disabled={busy}>
            {t('Make it')}
          </Button>
          {levels > 1 && (
            <Button
              size="small"
              onClick={() =>
                void attempt(async () => {
                  const { groups } = await call(squadsApi.groupByLevel, { squad }, {});
                  await refresh();
                  return t('Grouped by level: {groups}.', { groups: listed(groups.map((one) => one.name)) });
                })
              }
            >
              {t('Group them by level')}
            </Button>
          )}
        </div>
        {refusal && <Notice tone="stop">{refusal}</Notice>}
      </Form>
    </section>
  );
}
