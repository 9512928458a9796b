import clsx from 'clsx';
import type { ButtonHTMLAttributes } from 'react';

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  /** `strong` for the one thing to do now. */
  readonly tone?: 'strong' | 'plain';
}

export const buttonClass = (tone: 'strong' | 'plain') =>
  clsx(
    'inline-flex min-h-12 items-center justify-center gap-2 rounded px-5 text-base disabled:cursor-not-allowed disabled:opacity-50',
    tone === 'strong' ? 'bg-amber font-bold text-on-amber' : 'border border-edge text-ink hover:bg-lit',
  );

export function Button({ tone = 'plain', className, type = 'button', ...rest }: ButtonProps) {
  return <button type={type} className={clsx(buttonClass(tone), className)} {...rest} />;
}
