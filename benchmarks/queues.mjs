// Opens the Queues page of a running server as Odalys in headless Chromium, and prints as JSON: milliseconds from opening it until
// its first rows are painted, and the longest task while all rows are read, scrolled, left alone while others work, and leapt through.
//   node queues.mjs URL
import { atPage, longest, watch } from "./browser.mjs";

const { browser, page } = await atPage(process.argv[2], "/tasks");
// Within the application, with the page's script fetched already: from the click to the first row on the screen.
const painted = await page.evaluate(
    () =>
        new Promise((resolve) => {
            const link = document.querySelector('a[href="/queues"]');
            const from = performance.now();
            const look = () => {
                if (document.querySelector("[data-row]"))
                    requestAnimationFrame(() =>
                        setTimeout(() => resolve(performance.now() - from)),
                    );
                else requestAnimationFrame(look);
            };
            link.click();
            look();
        }),
);
// Anew, as after a reload: the board is read and its first part painted, then the rest.
await page.reload();
await watch(page);
const anew = await page.evaluate(async () => {
    while (!document.querySelector("[data-row]"))
        await new Promise(requestAnimationFrame);
    return performance.now();
});
await page.waitForTimeout(3000);
const loading = await longest(page);
// Scrolled with the wheel, as people do.
await page.mouse.move(700, 400);
for (let i = 0; i < 60; i++) {
    await page.mouse.wheel(0, i % 20 < 15 ? 240 : -360);
    await page.waitForTimeout(40);
}
await page.waitForTimeout(500);
const scrolled = await longest(page);
// Left alone while others work: five conversations are taken, a second and a half apart.
await page.evaluate(async () => {
    const me = await (await fetch("/api/me")).json();
    const { rows } = await (await fetch("/api/queues/board?count=60")).json();
    window.long.splice(0);
    for (const row of rows.filter((r) => r.owner === null).slice(0, 5)) {
        await fetch(`/api/conversations/${row.id}/owner`, {
            method: "PUT",
            headers: {
                "Content-Type": "application/json",
                "X-Wrenlet-Guard": me.guard,
            },
            body: JSON.stringify({ person: me.person.id }),
        });
        await new Promise((resolve) => setTimeout(resolve, 1500));
    }
});
await page.waitForTimeout(4000);
const living = await longest(page);
// Leaps from one end to another, each in one frame: more than a hand can do.
await page.evaluate(async () => {
    const grid = document.querySelector("[role=grid]");
    for (let i = 0; i < 120; i++) {
        grid.scrollTop = (grid.scrollHeight * ((i * 37) % 120)) / 120;
        await new Promise(requestAnimationFrame);
    }
});
await page.waitForTimeout(500);
const leaping = await longest(page);
const rows = await page.evaluate(() =>
    Number(document.querySelector("[role=grid]").getAttribute("aria-rowcount")),
);
console.log(
    JSON.stringify({ painted, anew, loading, scrolled, living, leaping, rows }),
);
await browser.close();
