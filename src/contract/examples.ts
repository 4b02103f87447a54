import EXAMPLES from './examples.json' with { type: 'json' };

/* Examples of the published interface, taken from the demo by `scripts/examples.ts`. They stand at addresses of their own, so that the document stays short. */

type Kind = 'sent' | 'answer';
type Example = Partial<Record<Kind, unknown>>;

const KINDS: readonly Kind[] = ['sent', 'answer'];
const LIST = Object.entries(EXAMPLES as Record<string, Example>);

/** All examples, by the name they have in their address: `area.name.sent` or `area.name.answer`. */
export const examples: ReadonlyMap<string, unknown> = new Map(
  LIST.flatMap(([id, one]) => KINDS.flatMap((kind) => (kind in one ? [[`${id}.${kind}`, one[kind]] as const] : []))),
);

/** Where the example of an operation stands, as a media type says it; nothing where there is none. The address is whole: the document is read from files too. */
export const exampleAt = (baseAddress: string, id: string, kind: Kind): object =>
  examples.has(`${id}.${kind}`) ? { examples: { demo: { externalValue: `${baseAddress}/api/examples/${id}.${kind}.json` } } } : {};
