// The log on paper, in a window of its own: a plain table, the newest entry first.
import { KINDS, type LogLine, momentOf } from "./kinds";

const cell = (text: string) => {
  const td = document.createElement("td");
  td.textContent = text;
  return td.outerHTML;
};

export function printLog(name: string, lines: LogLine[]): void {
  const paper = window.open("", "_blank");
  if (!paper) return;
  const rows = lines.map((line) => {
    const kind = KINDS.find((known) => known.kind === line.kind)?.one ?? line.kind;
    const notes = line.entry.notes ?? "";
    return `<tr>${cell(momentOf(line.at))}${cell(kind)}${cell(line.title)}${cell([line.says, notes].filter(Boolean).join(" "))}</tr>`;
  });
  const title = document.createElement("h1");
  title.textContent = `${name}: logbook`;
  paper.document.title = title.textContent;
  const style =
    "body{font:13px sans-serif;margin:2em}table{border-collapse:collapse;width:100%}td{border-bottom:1px solid #999;padding:4px 10px 4px 0;vertical-align:top}td:first-child{white-space:nowrap}h1{font-size:18px}";
  paper.document.head.innerHTML = `<style>${style}</style>`;
  paper.document.body.innerHTML = `${title.outerHTML}<table><tbody>${rows.join("")}</tbody></table>`;
  paper.print();
}
