// Opens a table of many tasks, sorts, filters, groups and scrolls it; prints as JSON the median milliseconds from each to the
// lines painted, and the longest task while it is scrolled.
//   node tasks.mjs URL
import { atPage, longest, watch } from "./browser.mjs";

const [url] = process.argv.slice(2);
const { browser, page } = await atPage(url, "/tasks");
await page.evaluate(() =>
    localStorage.setItem(
        "wrenlet.tasks",
        JSON.stringify({
            way: "table",
            scope: "all",
            list: null,
            how: {
                columns: [
                    "docket",
                    "owners",
                    "due",
                    "priority",
                    "state",
                    "estimate",
                ],
                sort: [{ by: "due", down: false }],
                group: null,
                filter: {
                    words: "",
                    states: [],
                    priorities: [],
                    owners: [],
                    due: "any",
                },
            },
        }),
    ),
);
const began = Date.now();
await page.goto(`${url}/tasks`);
await page.getByRole("row").nth(5).waitFor();
const opened = Date.now() - began;
const rows = Number(await page.getByRole("grid").getAttribute("aria-rowcount"));
await watch(page);

// From the change to the first lines painted: the lines are told apart by their words.
const after = (change) =>
    page.evaluate(
        (change) =>
            new Promise((resolve) => {
                const words = () =>
                    document
                        .querySelector("[role=grid]")
                        .innerText.slice(0, 1500);
                const before = words();
                const from = performance.now();
                const look = () =>
                    words() !== before
                        ? requestAnimationFrame(() =>
                              setTimeout(() =>
                                  resolve(performance.now() - from),
                              ),
                          )
                        : requestAnimationFrame(look);
                if (change.click)
                    [...document.querySelectorAll("[role=columnheader] button")]
                        .find((b) => b.textContent.startsWith(change.click))
                        .click();
                else {
                    const field = document.querySelector(change.field);
                    const proto =
                        field instanceof HTMLSelectElement
                            ? HTMLSelectElement.prototype
                            : HTMLInputElement.prototype;
                    Object.getOwnPropertyDescriptor(proto, "value").set.call(
                        field,
                        change.value,
                    );
                    field.dispatchEvent(
                        new Event(
                            field instanceof HTMLSelectElement
                                ? "change"
                                : "input",
                            { bubbles: true },
                        ),
                    );
                }
                requestAnimationFrame(look);
            }),
        change,
    );
const middle = (list) =>
    list.sort((a, b) => a - b)[Math.floor(list.length / 2)];
const many = async (...changes) => {
    const times = [];
    for (let i = 0; i < 4; i++)
        for (const change of changes) {
            times.push(await after(change));
            await page.waitForTimeout(150);
        }
    return middle(times);
};
const sorted = await many(
    { click: "Task" },
    { click: "Priority" },
    { click: "Owners" },
);
const words = 'input[aria-label="Words in the task or docket"]';
const filtered = await many(
    { field: words, value: "number 77" },
    { field: words, value: "" },
);
const grouping = "label select";
const grouped = await many(
    { field: grouping, value: "owners" },
    { field: grouping, value: "" },
);
await page.waitForTimeout(500);
await longest(page);
await page.mouse.move(500, 400);
for (let i = 0; i < 120; i++) {
    await page.mouse.wheel(0, 500);
    await page.waitForTimeout(30);
}
const scrolled = await longest(page);
console.log(
    JSON.stringify({ rows, opened, sorted, filtered, grouped, scrolled }),
);
await browser.close();
