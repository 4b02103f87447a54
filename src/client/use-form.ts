import { useState } from 'react';
import type { z } from 'zod';
import { ServerProblem, sentenceOf } from './client.ts';

/**
 * What was typed into a form, checked by the contract's schema and sent. A mistake names its field, whether the browser or the server
 * found it, and what was typed stays.
 */
export function useForm<T extends Record<string, string>>(first: T) {
  const [typed, setTyped] = useState(first);
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [refusal, setRefusal] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const field = (name: keyof T & string) => ({
    name,
    value: typed[name],
    problem: problems[name],
    onChange: (event: { target: { value: string } }) => setTyped((was) => ({ ...was, [name]: event.target.value })),
  });
  /** Resolves to what the work gives, or null when something was wrong. */
  const send = async <S extends z.ZodType, A>(schema: S, given: unknown, work: (parsed: z.output<S>) => Promise<A>): Promise<A | null> => {
    setRefusal(null);
    const parsed = schema.safeParse(given);
    setProblems(Object.fromEntries((parsed.error?.issues ?? []).map((issue) => [issue.path.join('.'), issue.message]).reverse()));
    if (!parsed.success) return null;
    setBusy(true);
    try {
      return await work(parsed.data);
    } catch (error) {
      const fields = error instanceof ServerProblem ? error.fields.filter((one) => one.field in typed) : [];
      setProblems(Object.fromEntries(fields.map((one) => [one.field, one.sentence])));
      if (fields.length === 0) setRefusal(sentenceOf(error));
      return null;
    } finally {
      setBusy(false);
    }
  };
  return { typed, setTyped, field, refusal, busy, send };
}
