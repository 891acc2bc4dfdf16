/** Whether a typed figure says its unit itself, as "0.5 kW" does. */
export const carriesUnit = (text: string) => /\d[\d\s.,/'’\u2009\u202f]*(?:e[+-]?\d+)?\s*[^\d\s.,/'’e+-]/i.test(text);
