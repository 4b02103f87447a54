import { zodResolver } from '@hookform/resolvers/zod';
import { type DefaultValues, type FieldPath, type FieldValues, type Resolver, useForm as useHookForm } from 'react-hook-form';
import type { z } from 'zod';
import { ServerProblem, sentenceOf } from './client.ts';

interface FormOf<T, S> {
  /** What stands in the fields at first. */
  first: T;
  /** The contract's schema of what is sent. */
  schema: S;
  /** What is sent, of what was typed; the same when left out. */
  body?(typed: T): unknown;
}

/** A number as it was typed into a field; NaN for none, which no schema takes. */
export const wholeNumber = (typed: string): number => (typed.trim() === '' ? Number.NaN : Number(typed));

/**
 * A form whose fields are checked by the contract's schema and sent. A mistake names its field, whether the browser or the server found
 * it, and what was typed stays; what belongs to no field is the refusal.
 */
export function useForm<T extends Record<string, string>, S extends z.ZodType<FieldValues, FieldValues>>({
  first,
  schema,
  body = (typed) => typed,
}: FormOf<T, S>) {
  const check = zodResolver(schema) as unknown as Resolver<FieldValues, unknown, z.output<S>>;
  const { register, handleSubmit, setError, setValue, reset, formState } = useHookForm<T, unknown, z.output<S>>({
    defaultValues: first as DefaultValues<T>,
    resolver: ((typed, context, options) => check(body(typed as T) as FieldValues, context, options as never)) as Resolver<
      T,
      unknown,
      z.output<S>
    >,
  });
  const { errors, isSubmitting: busy } = formState;
  const names = Object.keys(first);
  const said = (name: string) => (errors as Record<string, { message?: string } | undefined>)[name]?.message;
  const field = (name: FieldPath<T>) => ({ ...register(name), problem: said(name) });
  const homeless = Object.keys(errors).find((name) => name !== 'root' && !names.includes(name));
  /** Sends what holds; resolves to what the work gives, or to null when something was wrong. */
  const send = async <A>(work: (parsed: z.output<S>) => Promise<A>): Promise<A | null> => {
    let given: A | null = null;
    await handleSubmit(async (parsed) => {
      try {
        given = await work(parsed);
      } catch (error) {
        const fields = error instanceof ServerProblem ? error.fields.filter((one) => names.includes(one.field)) : [];
        for (const one of fields) setError(one.field as FieldPath<T>, { message: one.sentence });
        if (fields.length === 0) setError('root', { message: sentenceOf(error) });
      }
    })();
    return given;
  };
  return { field, refusal: said('root') ?? (homeless && said(homeless)) ?? null, busy, send, setValue, clear: () => reset(first) };
}
