import { expect, test } from "vitest";
import { placeWords, valueWords } from "./valueWords";

test.each([
  ["/cistern/tanks/0/shape/diameter_m", 6.9, "6.9 m", "22.64 ft"],
  ["/household/back_up/load_l", 10_000, "10 m³", "2,642 gal"],
  ["/household/animals/0/litres_head_day", 12, "12", "12"],
  ["/cistern/transfer_l_day", 500, "500 L", "132.1 gal"],
  ["/household/garden_l_month", [0, 600], "0 L, 600 L", "0 gal, 158.5 gal"],
  ["/pump/cut_in_kpa", 200, "200 kPa", "29 psi"],
  ["/overflow/bore_mm", 104, "104 mm", "4.09 in"],
  ["/overflow/bore_mm", 102.3, "102 mm", "4 in"],
  ["/overflow/infiltration_mm_h", 25.4, "25.4 mm/h", "1 in/h"],
  ["/downpipes/0/screens/0/open_cm2", 100, "100 cm²", "15.5 in²"],
  ["/ground/wind_m_s", 40, "40 m/s", "89 mph"],
  ["/household/back_up/keep_share", 0.1, "10 %", "10 %"],
  ["/household/steps/0/garden_cut", 0.5, "50 %", "50 %"],
  ["/cistern/tanks/0/count", 3, "3", "3"],
  ["/cistern/tanks/0/empty_kg", 200, "200 kg", "441 lb"],
  ["/treatment/stages/2/micron", 5, "5 micron", "5 micron"],
  ["/treatment/copper_pipe", true, "yes", "yes"],
  ["/treatment/copper_pipe", false, "no", "no"],
  ["/household/back_up/kind", "truck", "truck", "truck"],
  ["/overflow/destination", "soak_away_pit", "soak away pit", "soak away pit"],
  ["/cistern/tanks/0/overflow_m", null, "none", "none"],
  ["/cistern/tanks/-", { id: "t", name: "Second" }, "Second", "Second"],
  ["/roofs/0/drains/1", { group: "a", share: 1 }, "there", "there"],
])("%s of %j is %s, or %s", (path, value, metric, us) => {
  expect([valueWords(path, value, "metric"), valueWords(path, value, "us")]).toEqual([metric, us]);
});

test("what the server words is said as it words it", () => {
  expect(valueWords("/rain/filling", "none", "metric")).toBe("as no rain, years over 5 % left out");
});

test.each([
  ["/cistern/tanks/1/overflow_m", "overflow of tank 2"],
  ["/cistern/tanks/0/shape/diameter_m", "diameter of tank 1"],
  ["/household/back_up/kind", "kind of back up"],
  ["/cistern/rule", "rule"],
  ["/levels/pump_m", "height of pump"],
  ["/roofs/2/runoff", "runoff of roof 3"],
])("the place %s is called %s", (path, words) => {
  expect(placeWords(path)).toBe(words);
});
