using NodaTime;
using Wrenlet.Core.Asks;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Asks;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Asks;

/// <summary>An option of a choice.</summary>
/// <param name="Count">How often it was chosen; null while that is hidden.</param>
/// <param name="Right">Whether it is the right one; null while the viewer is not to know, and where none is
/// right.</param>
public sealed record AskOptionView(string Words, int? Count, bool? Right);

/// <summary>The part of one who is asked.</summary>
/// <param name="Crew">The crew through which they are asked; null for none.</param>
/// <param name="From">Who passed it on to them; null for nobody.</param>
/// <param name="State">waiting, not-yet, answered, not-mine or not-needed.</param>
/// <param name="Answer">The answer in a word or a few: "approves", an option; null while there is none, and while it is
/// hidden.</param>
/// <param name="Words">What was said with it, or the answer to a question; empty where nothing was.</param>
/// <param name="Why">Why it was passed on or not answered; empty where nothing was said.</param>
public sealed record AskPartView(
    PersonView Whom,
    string? Crew,
    PersonView? From,
    string State,
    string? Answer,
    string Words,
    string Why,
    DateTimeOffset? At
);

/// <summary>An ask as one who sees it sees it.</summary>
/// <param name="Kind">question, decision, choice or confirmation.</param>
/// <param name="Rule">anyone, everyone, number or in-order.</param>
/// <param name="State">open, decided, lapsed, withdrawn or returned.</param>
/// <param name="Approved">Of a decision that is over: whether it was approved; null otherwise.</param>
/// <param name="Line">How it stands, in a line.</param>
/// <param name="DueState">well, soon or late.</param>
/// <param name="TimeUp">remind, pass-on or lapse.</param>
/// <param name="MayAnswer">Whether the viewer is asked now.</param>
/// <param name="Answered">Whether the viewer has answered, and may answer differently.</param>
/// <param name="Mine">Whether the viewer asks it.</param>
/// <param name="Outside">Whether people outside are asked.</param>
/// <param name="Version">Version of the words that are answered.</param>
/// <param name="Anew">When it was asked anew; null for never.</param>
/// <param name="Reminded">When those who are waited for were last reminded; null for never.</param>
public sealed record AskView(
    Guid Id,
    Guid Entry,
    Guid Conversation,
    string Kind,
    string Rule,
    int Needed,
    string State,
    bool? Approved,
    string Line,
    PersonView By,
    DateTimeOffset At,
    DateTimeOffset? Due,
    string DueState,
    string DueLabel,
    string TimeUp,
    PersonView? PassTo,
    bool Several,
    bool Hidden,
    IReadOnlyList<AskOptionView> Options,
    IReadOnlyList<AskPartView> Parts,
    bool MayAnswer,
    bool Answered,
    bool Mine,
    bool Outside,
    int Version,
    DateTimeOffset? Anew,
    DateTimeOffset? Reminded
);

/// <summary>An ask in a list, with where it was asked.</summary>
/// <param name="Words">First words of what is asked.</param>
/// <param name="Place">Where: a docket with its name, or who takes part.</param>
/// <param name="Path">Where it is in the application.</param>
public sealed record AskItem(AskView Ask, string Words, string Place, string? Docket, string Path);

internal static class AskViews
{
    /// <summary>An ask as a viewer sees it, who sees the entry that asks it.</summary>
    public static AskView Of(KeptAsk ask, int version, Person viewer, Roster roster, Instant now)
    {
        var (asking, terms) = (ask.Asking, ask.Asking.Terms);
        var standing = asking.At(now);
        var open = standing.State is AskState.Open;
        var due =
            terms.Due is null ? new DueStanding(DueState.Well, "no time set")
            : open ? DueStanding.At(now, terms.Due, roster.Firm!.Calendar)
            : new DueStanding(DueState.Well, "");
        var secret = terms.Hidden && open;
        var own = standing.Parts.Where(p => p.Whom == viewer.Id).ToList();
        var answered = own.Exists(p => p.State is PartState.Answered);
        var mayKnow = !open || answered || asking.By == viewer.Id;
        return new(
            ask.Id.Value,
            ask.Entry.Value,
            ask.Conversation.Value,
            StoredWords.AskKinds.Of(terms.Kind),
            StoredWords.AskRules.Of(terms.Rule),
            terms.Needed,
            standing.State switch
            {
                AskState.Open => "open",
                AskState.Decided => "decided",
                AskState.Lapsed => "lapsed",
                AskState.Withdrawn => "withdrawn",
                _ => "returned",
            },
            standing.Approved,
            AskWords.Of(asking, standing, p => p == viewer.Id ? "you" : roster.Find(p)?.FirstName ?? "someone"),
            View(asking.By, roster),
            ask.At.ToDateTimeOffset(),
            terms.Due?.ToDateTimeOffset(),
            due.State switch
            {
                DueState.Late => "late",
                DueState.Soon => "soon",
                _ => "well",
            },
            due.Label,
            StoredWords.TimesUp.Of(terms.TimeUp),
            terms.PassTo is { } to ? View(to, roster) : null,
            terms.Several,
            terms.Hidden,
            [
                .. terms.Options.Select(
                    (o, i) =>
                        new AskOptionView(
                            o,
                            secret ? null : standing.Counts[i],
                            terms.Right is { } right && mayKnow ? right == i : null
                        )
                ),
            ],
            [.. standing.Parts.Select(p => Part(p, terms, roster, secret && p.Whom != viewer.Id))],
            open && own.Exists(p => p.State is PartState.Waiting),
            open && answered,
            asking.By == viewer.Id,
            asking.Askees.Any(a => roster.Find(a.Whom) is { IsStaff: false }),
            version,
            standing.Anew?.ToDateTimeOffset(),
            asking.Steps.OfType<AskStep.Reminded>().LastOrDefault()?.At.ToDateTimeOffset()
        );
    }

    /// <summary>Asks in a list, with where they were asked; those that the viewer does not see are left out.</summary>
    public static IReadOnlyList<AskItem> Items(
        SqlSession session,
        IEnumerable<KeptAsk> asks,
        Person viewer,
        Roster roster,
        Instant now
    )
    {
        var items = new List<AskItem>();
        foreach (var ask in asks)
        {
            if (SeenTalk.Entry(session, ask.Entry, viewer) is not var (entry, conversation))
                continue;
            items.Add(
                new(
                    Of(ask, entry.Version, viewer, roster, now),
                    EntryWords.Short(EntryWords.PlainOf(entry), 200),
                    EntryWords.PlaceOf(conversation, roster),
                    conversation.Docket?.Ref.ToString(),
                    EntryWords.PathOf(conversation, entry.Id)
                )
            );
        }

        return items;
    }

    private static AskPartView Part(AskPart part, AskTerms terms, Roster roster, bool secret) =>
        new(
            View(part.Whom, roster),
            part.Of is { } crew && roster.Crews.TryGetValue(crew, out var known) ? known.Name : null,
            part.From is { } from ? View(from, roster) : null,
            part.State switch
            {
                PartState.Waiting => "waiting",
                PartState.NotYet => "not-yet",
                PartState.Answered => "answered",
                PartState.NotMine => "not-mine",
                _ => "not-needed",
            },
            secret || part.Reply is not { } reply
                ? null
                : terms.Kind switch
                {
                    AskKind.Decision => reply.Approves == true ? "approves" : "declines",
                    AskKind.Choice => string.Join(", ", reply.Chosen.Select(c => terms.Options[c])),
                    AskKind.Confirmation => "confirms",
                    _ => "answers",
                },
            secret ? "" : part.Reply?.Words ?? "",
            part.Why,
            part.At?.ToDateTimeOffset()
        );

    private static PersonView View(PersonId person, Roster roster) =>
        roster.Find(person) is { } known ? PersonView.Of(known) : PersonView.Stranger("someone");
}
