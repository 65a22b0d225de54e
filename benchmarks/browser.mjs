// Odalys at a page of a running server in headless Chromium, with every task of over 50 ms noted.
import { createRequire } from "node:module";
const { chromium } = createRequire(
    new URL("../tests/e2e/package.json", import.meta.url),
)("@playwright/test");

const flags = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
];

export async function atPage(url, path) {
    const browser = await chromium.launch({
        executablePath: "/usr/bin/chromium",
        args: flags,
    });
    const page = await (
        await browser.newContext({ viewport: { width: 1280, height: 800 } })
    ).newPage();
    await page.goto(url);
    await page.getByRole("button", { name: "Odalys Brandt" }).click();
    await page.getByRole("link", { name: "Wrenlet, go to Today" }).waitFor();
    await page.goto(url + path);
    await page.waitForTimeout(4000);
    await watch(page);
    return { browser, page };
}

/** Notes long tasks from here on; a page that was loaded anew has forgotten it. */
export const watch = (page) =>
    page.evaluate(() => {
        window.long = [];
        new PerformanceObserver((list) =>
            window.long.push(...list.getEntries().map((e) => e.duration)),
        ).observe({ type: "longtask" });
    });

/** The longest task since it was last asked; 0 when none took over 50 ms. */
export const longest = (page) =>
    page.evaluate(() => Math.max(0, ...window.long.splice(0)));
