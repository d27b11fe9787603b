import { z } from 'zod';
import { shortText } from '#contracts/common';
import { paint } from '../../testing/paint.tsx';
import { Field } from './Field.tsx';
import { problemsOf, useTyped, type Reading } from './useTyped.ts';

interface Typed {
  readonly who: string;
  readonly poles: string;
}
const schema = z.object({
  name: shortText.min(1, 'who is it?'),
  link: z.object({ poles: z.array(z.int('a whole number')).max(2, 'two at most') }),
});
const reading: Reading<Typed, z.output<typeof schema>> = {
  schema,
  toBody: ({ who, poles }) => ({ name: who, link: { poles: poles.split(',').filter(Boolean).map(Number) } }),
  fieldOf: ([first]) => (first === 'name' ? 'who' : 'poles'),
  also: ({ who }) => (who === 'nobody' ? [['who', 'somebody must be']] : []),
};
const wrong = (typed: Typed) => Object.fromEntries(problemsOf(typed, reading).problems);

describe('what is typed into a form', () => {
  it('becomes what the contract asks for', () => {
    expect(problemsOf({ who: ' Ada ', poles: '8,10' }, reading)).toEqual({
      body: { name: 'Ada', link: { poles: [8, 10] } },
      problems: new Map(),
    });
  });

  it('is refused at the field it stands in, in words, all at once', () => {
    expect(wrong({ who: '', poles: '8,x' })).toEqual({ who: 'who is it?', poles: 'a whole number' });
    expect(wrong({ who: 'Ada', poles: '1,2,3' })).toEqual({ poles: 'two at most' });
  });

  it('what the form itself knows is said first', () => {
    expect(wrong({ who: 'nobody', poles: '' })).toEqual({ who: 'somebody must be' });
  });

  it('nothing typed is missing and never 0', () => {
    const size = { schema: z.object({ tons: z.number('how many?') }), toBody: () => ({ tons: NaN }) };
    expect([...problemsOf({}, size).problems]).toEqual([['tons', 'how many?']]);
  });

  it('a form starts without complaint, with what it was given', () => {
    function Form() {
      const form = useTyped<Typed, z.output<typeof schema>>({ who: 'Ada', poles: '' }, reading);
      return (
        <form onSubmit={form.submit(async () => undefined)}>
          <Field label="Who" error={form.error('who')}>
            <input defaultValue={form.watch('who')} />
          </Field>
          {form.trouble ?? 'no trouble'}, {form.wrong} wrong
        </form>
      );
    }
    const html = paint(<Form />);
    expect(html).toContain('value="Ada"');
    expect(html).toContain('no trouble, 0 wrong');
    expect(html).not.toContain('role="alert"');
  });
});
