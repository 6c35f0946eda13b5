import { chromium } from "@playwright/test";
const [who, script, out] = process.argv.slice(2);
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox","--disable-background-networking","--disable-component-update","--autoplay-policy=no-user-gesture-required"] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.on("console", (m) => ["error","warning"].includes(m.type()) && console.log("console", m.type(), m.text().slice(0,400)));
page.on("response", (r) => r.status() >= 400 && console.log(r.status(), r.url()));
page.on("pageerror", (e) => console.log("pageerror", e.message, e.stack?.slice(0,500)));
const base = process.env.BASE ?? "http://127.0.0.1:3000";
if (who !== "-") {
  await page.goto(base + "/sign-in"); 
  await page.fill('input[name=email]', `${who}@island.example`); await page.fill('input[name=password]', "tidal-year-demo"); await page.keyboard.press("Enter");
  await page.waitForURL(/bench/); await page.waitForSelector("[data-rendered]");
}
const go = (p) => page.goto(base + p);
const press = async (...keys) => { for (const k of keys) { await page.keyboard.press(k); await page.waitForTimeout(120); } };
const type = (t) => page.keyboard.type(t, { delay: 30 });
const wait = (ms) => page.waitForTimeout(ms);
const AsyncFunction = (async () => {}).constructor;
await new AsyncFunction("page","go","press","type","wait", script)(page, go, press, type, wait);
if (out) await page.screenshot({ path: out });
await browser.close();
