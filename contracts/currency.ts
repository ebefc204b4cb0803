/** Decimals of a currency, as its country writes it; two where nobody has said which it is. */
export function currencyDigits(currency: string | null): number {
  if (currency === null) return 2;
  return new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2;
}
