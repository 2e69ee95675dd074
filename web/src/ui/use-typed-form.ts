import { zodResolver } from '@hookform/resolvers/zod';
import { type Result, sameData } from '@undulan/core';
import { useEffect, useRef } from 'react';
import { type DefaultValues, type FieldValues, useForm, type UseFormReturn, useWatch } from 'react-hook-form';
import { z } from 'zod';

/** What is typed, as one of the core's readers takes it: what that refuses is the form's refusal, in its words. */
export function readBy<Typed, Value>(
  typed: z.ZodType<Typed, Typed>,
  read: (typed: Typed) => Result<Value>,
): z.ZodType<Value, Typed> {
  return typed.transform((given, context) => {
    const result = read(given);
    if (result.ok) return result.value;
    for (const { path, message } of result.issues) context.addIssue({ code: 'custom', path, message });
    return z.NEVER;
  });
}

interface TypedForm<Typed extends FieldValues, Value> extends UseFormReturn<Typed, unknown, Value> {
  /** As it stands in the fields. */
  typed: Typed;
  /** What it says as it is typed so far; null where something is wrong with it. */
  said: Value | null;
  /** What is wrong with it, in words. */
  problem: string | null;
  /** What is typed has been taken. */
  settle: () => void;
}

/**
 * A form sent by a button whose outcome is shown while it is typed. It begins with the values given, and follows them
 * until something is typed, and again from when it is settled. The focus stays where the person is.
 */
export function useTypedForm<Typed extends FieldValues, Value>(
  schema: z.ZodType<Value, Typed>,
  values: Typed,
): TypedForm<Typed, Value> {
  const form = useForm<Typed, unknown, Value>({
    resolver: zodResolver(schema),
    shouldFocusError: false,
    defaultValues: values as DefaultValues<Typed>,
  });
  const { reset, getValues, control } = form;
  const { isDirty } = form.formState;
  const given = useRef<Typed | null>(values);
  useEffect(() => {
    if (isDirty || sameData(given.current, values)) return;
    given.current = values;
    reset(values);
  });
  const typed = useWatch({ control });
  const read = schema.safeParse(typed);
  return {
    ...form,
    typed: typed as Typed,
    said: read.success ? read.data : null,
    problem: read.success ? null : read.error.issues[0]!.message,
    settle: () => {
      given.current = null;
      reset(getValues());
    },
  };
}
