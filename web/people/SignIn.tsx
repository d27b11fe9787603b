import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { zodResolver } from '@hookform/resolvers/zod';
import { signInBody, type SignInBody } from '#contracts/people';
import type { ProblemDetails } from '#contracts/problem';
import { problemOf } from '../api/base.ts';
import { useSignInMutation } from '../api/people.ts';
import { Button } from '../ui/Button.tsx';
import { Field } from '../ui/Field.tsx';

export default function SignIn({ company }: { company: string }) {
  const [signIn] = useSignInMutation();
  const [problem, setProblem] = useState<ProblemDetails>();
  const form = useForm<SignInBody>({
    resolver: zodResolver(signInBody),
    defaultValues: { login: '', password: '' },
  });
  const submit = form.handleSubmit(async (body) => {
    try {
      await signIn(body).unwrap();
    } catch (error) {
      setProblem(problemOf(error));
    }
  });
  return (
    <main id="content" className="mx-auto mt-[12vh] max-w-sm px-4">
      <div className="border-2 border-ink bg-sheet p-6">
        <div className="mb-4 flex items-center gap-3">
          <img src="/mark.svg" alt="" className="h-10 w-10" />
          <div>
            <h1 className="plate text-2xl">Gradum</h1>
            <p className="text-soft">{company}</p>
          </div>
        </div>
        <form onSubmit={submit} noValidate className="space-y-3">
          <Field label="Name" error={form.formState.errors.login?.message} roof>
            <input autoComplete="username" autoCapitalize="none" autoFocus {...form.register('login')} />
          </Field>
          <Field label="Password" error={form.formState.errors.password?.message} roof>
            <input type="password" autoComplete="current-password" {...form.register('password')} />
          </Field>
          {problem ? (
            <p role="alert" className="font-semibold text-ember">
              {problem.title}. {problem.detail}
            </p>
          ) : null}
          <Button type="submit" look="act" roof className="w-full" disabled={form.formState.isSubmitting}>
            Sign in
          </Button>
        </form>
      </div>
    </main>
  );
}
