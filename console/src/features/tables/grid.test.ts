import { describe, expect, it } from "vitest";
import { cellsOf, changed, ofCsv, pasted, rowOf, toCsv } from "./grid";

const CSV = 'vessel,call sign\nGrey Heron,MHGH\n"Petrel, the",MHPT\n';

describe("a table that is edited", () => {
  it("is the same CSV again when nothing was changed", () => {
    expect(ofCsv(CSV).rows).toEqual([
      ["Grey Heron", "MHGH"],
      ["Petrel, the", "MHPT"],
    ]);
    expect(toCsv(ofCsv(CSV))).toBe(CSV);
  });

  it("has rows in which nothing stands left out, and rows of another length kept as they are", () => {
    expect(toCsv({ columns: ["a", "b"], rows: [["", ""], ["1", "2"]] })).toBe("a,b\n1,2\n");
    expect(toCsv(ofCsv("a,b\n1\n1,2,3\n\n"))).toBe("a,b\n1\n1,2,3\n");
    expect(changed(ofCsv("a,b\n1\n"), 0, 1, "2").rows).toEqual([["1", "2"]]);
  });

  it("takes cells of a sheet from where they are pasted", () => {
    const cells = cellsOf("Curlew\tMHCW\r\nAvocet\tMHAV\r\n");
    expect(cells).toEqual([
      ["Curlew", "MHCW"],
      ["Avocet", "MHAV"],
    ]);
    expect(pasted(ofCsv(CSV), cells, 1, 0).rows).toEqual([
      ["Grey Heron", "MHGH"],
      ["Curlew", "MHCW"],
      ["Avocet", "MHAV"],
    ]);
    expect(pasted(ofCsv(CSV), cells, 0, 1).rows.map((row) => row[1])).toEqual(["Curlew", "Avocet"]);
  });

  it("says which row a problem is about", () => {
    expect([rowOf("line 3: it has one value too many"), rowOf("the table has no columns")]).toEqual([1, undefined]);
  });
});
