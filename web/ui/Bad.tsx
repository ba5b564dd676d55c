interface BadProps {
  /** What is wrong, as one sentence; nothing when all is well. */
  said: string | undefined;
  /** In a line beside its field, not under it. */
  inline?: boolean;
}

/** What cannot be taken as it was typed, read aloud as it appears. */
export function Bad({ said, inline = false }: BadProps) {
  if (!said) return null;
  const As = inline ? 'span' : 'p';
  return (
    <As className="bad" role="alert">
      {said}
    </As>
  );
}
