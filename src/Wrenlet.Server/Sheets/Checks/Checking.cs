using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Core.Sheets;
using Wrenlet.Core.Sheets.Anchors;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Asks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Sheets;

namespace Wrenlet.Server.Sheets.Checks;

/// <summary>Finds the values of a table that need explaining, and asks those whom the rows name.</summary>
internal sealed class Checking(WriteQueue writes, WhoIsWho who, TableSteps steps, Posting posting, FirmClock clock)
{
    /// <summary>Most values that one question lists.</summary>
    private const int MostListed = 40;

    /// <summary>What is looked for, and what is found in a revision; null when there is none of that number.</summary>
    public ChecksView? View(SqlSession session, KeptSheet sheet, int revision)
    {
        if (SheetStore.Revision(session, sheet, revision) is not { } shown)
            return null;
        var setting = CheckStore.Of(session, sheet);
        return new(
            [
                .. setting.Checks.Select(c => new CheckView(
                    c.Column,
                    StoredWords.CheckKinds.Of(c.Kind),
                    c.Kind is CheckKind.Below or CheckKind.Above or CheckKind.ChangedBy ? c.Limit : null,
                    c.Group,
                    c.Of.IsDefaultOrEmpty ? null : [.. c.Of]
                )),
            ],
            setting.Who,
            setting.Version,
            Findings(session, sheet, shown, setting)
        );
    }

    /// <summary>
    /// Asks a person about all of their values that need explaining and were not asked about as they are now: one question
    /// in a discussion at the first of them.
    /// </summary>
    /// <returns>Whether the table is seen; and why nothing was asked, or null.</returns>
    public Task<(bool Seen, string? Wrong)> Ask(SheetId id, NewCellQuestion given, Person by, Instant at) =>
        writes.Run(w =>
        {
            if (
                SheetReading.Seen(w.Session, id.Value, by) is not { Sheet.Kind: SheetKind.Table } sheet
                || SheetStore.Revision(w.Session, sheet, given.Revision) is not { } shown
            )
                return (false, (string?)null);
            if (EntryStore.Knows(w.Session, new EntryId(given.Id)))
                return (true, null);
            var person = new PersonId(given.Person);
            if (who.Current.Find(person) is not { IsStaff: true } whom)
                return (true, "Choose a colleague to ask.");
            if (whom.Id == by.Id)
                return (true, "These are your own. Write what happened where they stand.");
            if (!whom.MaySee(new Place.Inside(sheet.Sheet.Docket)))
                return (true, $"{whom.FirstName} cannot see {sheet.Docket.Ref}. Give them sight of it first.");
            var rows = SheetReading.Rows(shown);
            var open = Findings(w.Session, sheet, shown, CheckStore.Of(w.Session, sheet))
                .Where(f => f.Person?.Id == given.Person && f.MayAsk)
                .Take(MostListed)
                .ToList();
            if (open.Count == 0)
                return (true, $"There is nothing left to ask {whom.FirstName} about in this revision.");
            var discussion = new DiscussionId(Guid.CreateVersion7());
            DiscussionStore.AddOfSheet(w.Session, discussion, id, by.Id, at);
            var talk = new ConversationId(Guid.CreateVersion7());
            ConversationStore.AddOfDiscussion(
                w.Session,
                talk,
                discussion.Value,
                sheet.Docket.Id,
                null,
                sheet.Sheet.Name
            );
            var place = Anchor.Cells.At(rows, open[0].Row, open[0].Column, 1, 1)!;
            DiscussionStore.Put(w.Session, discussion, new(given.Revision, place), by.Id, at);
            DiscussionStore.SetAuthors(w.Session, discussion, [person]);
            var body =
                "What happened here?\n\n" + string.Join('\n', open.Select(f => $"- {EntryText.Escaped(Line(f))}"));
            var saying = new Saying(
                body,
                Brings:
                [
                    new BroughtAsk(
                        new NewAsk(
                            Guid.CreateVersion7(),
                            "question",
                            [new AskeeChoice("person", given.Person)],
                            Due: given.Due
                        )
                    ),
                ]
            );
            var posted = posting.Post(w, new EntryId(given.Id), talk, by, saying, EntryText.FromMarkdown(body), at);
            if (posted.Entry is not { } entry)
                throw new InvalidOperationException(posted.Refusal?.Reason);
            foreach (var f in open)
                CheckStore.Ask(
                    w.Session,
                    sheet,
                    given.Revision,
                    new(f.Row, f.Column, f.Value, f.Reason),
                    person,
                    entry.Key,
                    at
                );
            return (true, null);
        });

    private static string Line(FindingView finding) =>
        $"{finding.Name}, {finding.ColumnName}: {(finding.Value.Length > 0 ? finding.Value : "empty")} ({finding.Reason})";

    private List<FindingView> Findings(
        SqlSession session,
        KeptSheet sheet,
        SheetRevision shown,
        TableCheckSetting setting
    )
    {
        if (setting.Checks.Count == 0)
            return [];
        var rows = SheetReading.Rows(shown);
        var before =
            shown.Number > 1 && setting.Checks.Any(c => c.Kind is CheckKind.ChangedBy)
                ? SheetStore.Revision(session, sheet, shown.Number - 1)
                : null;
        var found = TableChecks.Of(rows, setting.Checks, before is null ? null : SheetReading.Rows(before));
        var named = setting.Who is { } name ? rows[0].Select(n => n.Trim()).ToList().IndexOf(name) : -1;
        var asked = Asked(session, sheet, shown);
        return
        [
            .. found.Select(f =>
            {
                var (question, state) = asked.GetValueOrDefault((f.Row, f.Column));
                return new FindingView(
                    f.Row,
                    string.Join(' ', rows[f.Row + 1].Take(2).Select(v => v.Trim()).Where(v => v.Length > 0)),
                    f.Column,
                    rows[0][f.Column].Trim(),
                    f.Value,
                    f.Reason,
                    named < 0 ? null
                        : Names.Meant(rows[f.Row + 1][named], who.Current.Staff) is { } person ? PersonView.Of(person)
                        : null,
                    question,
                    TableChecks.IsExplained(f.Value, question?.Value, state),
                    TableChecks.MayAsk(f.Value, question?.Value, state)
                );
            }),
        ];
    }

    /// <summary>What was asked last about each cell of a revision, wherever it stood when it was asked about.</summary>
    private Dictionary<(int Row, int Column), (CellQuestionView Question, AskState State)> Asked(
        SqlSession session,
        KeptSheet sheet,
        SheetRevision shown
    )
    {
        var questions = CheckStore.Questions(session, sheet).Where(q => q.Revision <= shown.Number).ToList();
        var asked = new Dictionary<(int, int), (CellQuestionView, AskState)>();
        if (questions.Count == 0)
            return asked;
        var asks = AskStore.OfEntries(session, [.. questions.Select(q => q.EntryKey).Distinct()]);
        var revisions = new Dictionary<int, SheetRevision> { [shown.Number] = shown };
        SheetRevision Read(int number)
        {
            if (!revisions.TryGetValue(number, out var read))
                revisions[number] = read = SheetStore.Revision(session, sheet, number)!;
            return read;
        }

        foreach (var q in questions)
        {
            Anchor.Cells? at = new(q.Row, q.Column, 1, 1, q.Value, "", "");
            for (var r = q.Revision; r < shown.Number && at is not null; r++)
                at = steps.Between(sheet.Sheet.Id, Read(r), Read(r + 1)).Find(at)?.Cells;
            if (at is null)
                continue;
            var state = asks.GetValueOrDefault(q.Entry)?.Asking.At(clock.Now).State ?? AskState.Withdrawn;
            asked[(at.Row, at.Column)] = (
                new(
                    who.Current.Find(q.Person) is { } person ? PersonView.Of(person) : null,
                    q.At.ToDateTimeOffset(),
                    q.Value,
                    state switch
                    {
                        AskState.Open => "open",
                        AskState.Decided => "decided",
                        AskState.Lapsed => "lapsed",
                        AskState.Returned => "returned",
                        _ => "withdrawn",
                    },
                    EntryStore.Find(session, q.Entry) is { } entry
                        ? ConversationStore.Find(session, entry.Conversation)?.Discussed?.Discussion
                        : null
                ),
                state
            );
        }

        return asked;
    }
}
