import { chromium } from "/work/main/node_modules/playwright-core/index.mjs";
const [, , out, mode, path, click, act] = process.argv;
const bench = process.env.BENCH;
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium" });
const sizes = {
  desk: { viewport: { width: 1280, height: 800 } },
  tablet: { viewport: { width: 820, height: 1180 }, hasTouch: true },
  phone: { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true },
};
const page = await (await browser.newContext(sizes[mode])).newPage();
await page.addInitScript(() => {
  localStorage.setItem("green-fable.walk-left", "before");
  localStorage.setItem("green-fable.who", "MO");
});
await page.goto("http://127.0.0.1:4877" + path);
await page.waitForTimeout(2500);
const steps = click ? JSON.parse(click) : [];
for (const s of steps) {
  if (s.act) await fetch(bench + "/acts", { method: "POST", body: JSON.stringify(s.act) });
  else if (s.wait) await page.waitForTimeout(s.wait);
  else if (s.key) await page.keyboard.press(s.key);
  else if (s.fill) await page.getByLabel(s.fill, { exact: true }).fill(s.text);
  else if (s.shot) await page.screenshot({ path: s.shot });
  else
    await page
      .getByRole(s.role, { name: new RegExp(s.name) })
      .first()
      .click({ timeout: 5000 })
      .catch((e) => console.log("no", s.name, String(e).split("\n")[0]));
}
await page.screenshot({ path: out });
await browser.close();
