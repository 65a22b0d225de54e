// Sheets as large as they may get, in headless Chromium: a drawing of 20,000 elements moved and zoomed, the first page of a
// PDF of 300, and a page with 500 discussions. Run by ./bench sheets with the server that was built.
import { spawn } from "node:child_process";
import { randomUUID } from "node:crypto";
import { mkdtempSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { atPage, longest, watch } from "./browser.mjs";

const freePort = () =>
    new Promise((resolve) => {
        const probe = createServer().listen(0, "127.0.0.1", () => {
            const { port } = probe.address();
            probe.close(() => resolve(port));
        });
    });

const folder = mkdtempSync(join(tmpdir(), "wrenlet-bench-"));
const url = `http://127.0.0.1:${await freePort()}`;
const server = spawn("dotnet", [
    process.argv[2],
    "--data",
    folder,
    "--port",
    new URL(url).port,
    "--clock",
    "2026-04-14T08:40",
]);
await new Promise((resolve, reject) => {
    server.stdout.on(
        "data",
        (words) => String(words).includes("ready") && resolve(),
    );
    server.on("exit", () => reject(new Error("The server did not start.")));
});

let cookie = "";
let guard = "";
async function ask(method, path, body, headers = {}) {
    const answer = await fetch(url + path, {
        method,
        headers: {
            cookie,
            "X-Wrenlet-Guard": guard,
            ...(body && !(body instanceof Uint8Array)
                ? { "Content-Type": "application/json" }
                : {}),
            ...headers,
        },
        body: body instanceof Uint8Array ? body : body && JSON.stringify(body),
    });
    // It says how long to wait when it is asked much at once.
    if (answer.status === 429) {
        await new Promise((go) => setTimeout(go, 1100));
        return ask(method, path, body, headers);
    }
    if (!answer.ok)
        throw new Error(
            `${method} ${path}: ${answer.status} ${await answer.text()}`,
        );
    for (const set of answer.headers.getSetCookie())
        cookie = `${cookie}; ${set.split(";")[0]}`.replace(/^; /, "");
    const words = await answer.text();
    return words ? JSON.parse(words) : null;
}

/** An id whose first part is the time (UUIDv7, RFC 9562). */
const newId = () => {
    const time = Date.now().toString(16).padStart(12, "0");
    const rest = randomUUID().slice(15);
    return `${time.slice(0, 8)}-${time.slice(8)}-7${rest.slice(0)}`;
};

async function upload(name, mediaType, bytes) {
    const id = newId();
    await ask("POST", "/api/uploads", {
        id,
        name,
        mediaType,
        size: bytes.length,
    });
    await ask("PATCH", `/api/uploads/${id}`, bytes, {
        "Upload-Offset": "0",
        "Content-Type": "application/partial-upload",
    });
    return id;
}

async function sheet(kind, name, body) {
    const id = newId();
    await ask("PUT", `/api/sheets/${id}`, {
        docket: "J-1042",
        kind,
        name,
        body,
    });
    return id;
}

const drawn = () => {
    const parts = [];
    for (let i = 0; i < 20_000; i++) {
        const [x, y] = [(i % 200) * 10, Math.floor(i / 200) * 10];
        parts.push(
            i % 2
                ? `<rect id="r${i}" x="${x}" y="${y}" width="7" height="6" fill="none" stroke="#345"/>`
                : `<path id="p${i}" d="M${x} ${y} l6 3 l-3 5 z" fill="#876"/>`,
        );
    }
    return new TextEncoder().encode(
        `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 2000 1000"><g id="all">${parts.join("")}</g></svg>`,
    );
};

const figures = [];
const note = (what, figure, goal) => {
    figures.push({ what, figure, goal });
    console.log(`${what.padEnd(64)}${figure.padStart(12)}   ${goal}`);
};
const ms = (n) => `${Math.round(n)} ms`;

const { people } = await ask("GET", "/api/welcome");
const odalys = people.find((p) => p.person.name === "Odalys Brandt").person;
await ask("POST", "/api/session/demo", { person: odalys.id });
guard = (await ask("GET", "/api/me")).guard;

const { browser, page } = await atPage(url, "/dockets/J-1042");
try {
    const printing = await browser.newPage();
    await printing.setContent(
        Array.from(
            { length: 300 },
            (_, i) =>
                `<div style="page-break-after:always"><h1>Page ${i + 1}</h1>${"<p>Words about this and that, and more of them.</p>".repeat(24)}</div>`,
        ).join(""),
    );
    const pdf = await sheet("drawing", "Manual", {
        file: await upload(
            "manual.pdf",
            "application/pdf",
            new Uint8Array(await printing.pdf({ format: "A4" })),
        ),
    });
    const drawing = await sheet("drawing", "Plan", {
        file: await upload("plan.svg", "image/svg+xml", drawn()),
    });
    const lines = Array.from(
        { length: 500 },
        (_, i) => `Item ${i} stands at place ${i * 7} and was seen by two.`,
    );
    const talked = await sheet("page", "List", { text: lines.join("\n\n") });
    const quiet = await sheet("page", "List that nobody talks about", {
        text: lines.join("\n\n"),
    });
    const letters = (words) => words.replace(/[^\p{L}\p{N}]/gu, "").length;
    let before = 0;
    for (const [i, line] of lines.entries()) {
        const begun = await ask(
            "PUT",
            `/api/sheets/${talked}/discussions/${newId()}`,
            {
                revision: 1,
                anchor: { kind: "words", start: before, end: before + 8 },
            },
        );
        await ask("POST", `/api/conversations/${begun.conversation}/entries`, {
            id: newId(),
            body: `About item ${i}.`,
        });
        before += letters(line);
    }

    // Once, so that the scripts are there: what is measured is the sheet, and not the first visit.
    await page.goto(`${url}/sheets/${pdf}`);
    await page.locator('canvas[data-page="1"]').waitFor();
    const open = async (id, shown) => {
        await page.goto(`${url}/dockets/J-1042`);
        await page.waitForTimeout(2500);
        await page.evaluate(
            (wanted) => {
                const watcher = new MutationObserver(() => {
                    if (
                        document.querySelectorAll(wanted.css).length <
                        wanted.many
                    )
                        return;
                    watcher.disconnect();
                    requestAnimationFrame(() =>
                        setTimeout(() => (window.shown = performance.now())),
                    );
                });
                watcher.observe(document.body, {
                    subtree: true,
                    childList: true,
                    attributes: true,
                });
                window.pressed = performance.now();
                // As a link within the page does.
                history.pushState({}, "", `/sheets/${wanted.id}`);
                dispatchEvent(new PopStateEvent("popstate"));
            },
            { ...shown, id },
        );
        await page.waitForFunction(() => window.shown !== undefined);
        return page.evaluate(() => window.shown - window.pressed);
    };
    note(
        "a PDF of 300 pages: from the click to its first page",
        ms(await open(pdf, { css: 'canvas[data-page="1"]', many: 1 })),
        "500 ms",
    );
    note(
        "the same page without any: from the click to its words",
        ms(await open(quiet, { css: "section p", many: 500 })),
        "",
    );
    note(
        "a page with 500 discussions: from the click to those in sight",
        ms(await open(talked, { css: "aside article", many: 8 })),
        "150 ms",
    );
    await page.goto(`${url}/sheets/${drawing}`);
    const pane = page.getByRole("region", { name: /plus and minus/ });
    await pane.waitFor();
    await page.waitForTimeout(3000);
    await watch(page);
    const box = await pane.boundingBox();
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    for (let i = 0; i < 60; i++)
        await page.mouse.move(
            box.x + box.width / 2 + i * 4,
            box.y + box.height / 2 + i * 2,
        );
    await page.mouse.up();
    await page.waitForTimeout(500);
    note(
        "a drawing of 20,000 elements: longest task while it is moved",
        ms(await longest(page)),
        "50 ms",
    );
    await page.keyboard.down("Control");
    for (let i = 0; i < 30; i++) await page.mouse.wheel(0, i < 15 ? -100 : 100);
    await page.keyboard.up("Control");
    await page.waitForTimeout(1000);
    note(
        "a drawing of 20,000 elements: longest task while it is zoomed",
        ms(await longest(page)),
        "50 ms",
    );
} finally {
    await browser.close();
    server.kill();
    rmSync(folder, { recursive: true, force: true });
}
