import type { FactStage } from "../../api/types";

const LINES = "border: 1px solid #555; padding: 2px 6px; text-align: left; vertical-align: top";

/** A table on a sheet of paper: a window of its own, with nothing else, and the question of the printer. */
export function printed(title: string, { columns, rows, note }: FactStage["tables"][number]) {
  const sheet = window.open("", "_blank");
  if (!sheet) return;
  const page = sheet.document;
  page.title = title;
  page.body.style.font = "10pt sans-serif";
  const add = <K extends keyof HTMLElementTagNameMap>(parent: HTMLElement, tag: K, text = "") => {
    const element = page.createElement(tag);
    element.textContent = text;
    return parent.appendChild(element);
  };
  add(page.body, "h1", title).style.fontSize = "14pt";
  const table = add(page.body, "table");
  table.style.cssText = "border-collapse: collapse; width: 100%";
  const line = (cells: string[], tag: "th" | "td") => {
    const row = add(table, "tr");
    for (const cell of cells) add(row, tag, cell).style.cssText = LINES;
  };
  line(columns, "th");
  for (const row of rows) line(row, "td");
  if (note) add(page.body, "p", note);
  sheet.focus();
  sheet.print();
}
