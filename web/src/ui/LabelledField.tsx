import type { InputHTMLAttributes } from "react";

type FieldProps = Omit<InputHTMLAttributes<HTMLInputElement>, "onChange" | "className"> & {
  label: string;
  value: string;
  setValue: (value: string) => void;
  /** Of the whole, where it is not one below the other. */
  className?: string;
};

/** A line of text to fill in, under what it is. */
export function LabelledField({ label, setValue, className = "mt-4 block", ...input }: FieldProps) {
  return (
    <label className={className}>
      <span className="heading">{label}</span>
      <input {...input} className="field mt-1 w-full" onChange={(event) => setValue(event.target.value)} />
    </label>
  );
}
