/** What is wrong with a form as a whole, beside what stands at its fields; nothing while nothing is. */
export function FormTrouble({ text }: { text: string | undefined }) {
  return text ? (
    <p role="alert" className="mt-2 fault">
      {text}
    </p>
  ) : null;
}
