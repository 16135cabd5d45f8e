/** The field of the palette looks the same before its list has come. */
export const paletteField = {
  placeholder: 'Do anything by name; choose: purpose = back light; write: purpose: front warm',
  className: 'w-full bg-transparent px-3 py-2 text-[14px] outline-none',
  style: { borderBottom: '1px solid var(--hair)' },
};
