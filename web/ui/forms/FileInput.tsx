import { useState } from 'react';
import { useDropzone } from 'react-dropzone';

/**
 * A file, chosen or dropped. What it is good for is read by whoever takes it, and refused in words where the
 * field stands; the same file, mended, can be chosen again.
 */
export function FileInput({
  id,
  accept,
  onFile,
  className = '',
  disabled = false,
  ...spoken
}: {
  id?: string;
  /** Which files the device offers first, as a browser writes it. */
  accept: string;
  onFile: (file: File) => void;
  className?: string;
  disabled?: boolean;
  'aria-invalid'?: boolean | undefined;
  'aria-describedby'?: string | undefined;
}) {
  const [name, setName] = useState<string>();
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    multiple: false,
    noClick: true,
    noKeyboard: true,
    disabled,
    onDrop: ([file]) => {
      if (!file) return;
      setName(file.name);
      onFile(file);
    },
  });
  return (
    <div
      {...getRootProps({
        role: 'presentation',
        className: `${className} reach flex flex-wrap items-center gap-x-3 border-dashed ${isDragActive ? 'border-copper bg-zinc' : ''}`,
      })}
    >
      <button
        type="button"
        disabled={disabled}
        onClick={open}
        aria-describedby={spoken['aria-describedby']}
        className="link font-semibold"
      >
        {name ? 'Another file' : 'Choose a file'}
      </button>
      <span className="min-w-0 truncate text-soft">{name ?? 'or drop it here'}</span>
      <input
        {...getInputProps({
          id,
          accept,
          // Its label names it.
          'aria-label': undefined,
          'aria-invalid': spoken['aria-invalid'],
        })}
      />
    </div>
  );
}
