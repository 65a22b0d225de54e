// Goes to and fro between a docket of long talk and one of short talk, scrolls back through the long one and types in it; prints
// as JSON the median milliseconds from the click to the talk painted, and the longest tasks.
//   node talk.mjs URL LONG SHORT
import { atPage, longest, watch } from "./browser.mjs";

const [url, long, short] = process.argv.slice(2);
const { browser, page } = await atPage(url, `/dockets/${long}`);
await page.goto(`${url}/dockets/${short}`);
await page.waitForTimeout(3000);
await watch(page);

const open = (reference, words) =>
    page.evaluate(
        ([reference, words]) =>
            new Promise((resolve) => {
                const link = document.querySelector(
                    `nav[aria-label="Open dockets"] a[href^="/dockets/${reference}"]`,
                );
                const from = performance.now();
                const look = () => {
                    const there =
                        [...document.querySelectorAll("h1")].some((h) =>
                            h.textContent.includes(words),
                        ) && document.querySelector("[data-entry]");
                    if (there)
                        requestAnimationFrame(() =>
                            setTimeout(() => resolve(performance.now() - from)),
                        );
                    else requestAnimationFrame(look);
                };
                link.click();
                requestAnimationFrame(look);
            }),
        [reference, words],
    );

const times = { long: [], short: [] };
for (let i = 0; i < 9; i++) {
    times.long.push(await open(long, "Long story"));
    await page.waitForTimeout(500);
    times.short.push(await open(short, "Short story"));
    await page.waitForTimeout(500);
}
await open(long, "Long story");
await page.waitForTimeout(1500);
await longest(page);
// Back through the talk with the wheel, as people do.
const ids = new Set();
await page.mouse.move(400, 400);
for (let i = 0; i < 150; i++) {
    await page.mouse.wheel(0, -400);
    await page.waitForTimeout(40);
    if (i % 5 === 0)
        for (const id of await page.evaluate(() =>
            [...document.querySelectorAll("[data-entry]")].map(
                (e) => e.dataset.entry,
            ),
        ))
            ids.add(id);
}
await page.waitForTimeout(500);
const scrolled = await longest(page);
await page.keyboard.press("n");
await page.waitForTimeout(2500);
await longest(page);
await page.keyboard.type(
    "The bolts are on their way, and they should be here by Thursday. ",
    { delay: 25 },
);
await page.waitForTimeout(500);
const typed = await longest(page);
const middle = (list) =>
    list.sort((a, b) => a - b)[Math.floor(list.length / 2)];
console.log(
    JSON.stringify({
        long: middle(times.long),
        short: middle(times.short),
        scrolled,
        passed: ids.size,
        typed,
    }),
);
await browser.close();
