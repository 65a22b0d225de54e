using System.ComponentModel.DataAnnotations;
using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.People;
using Wrenlet.Formats.Text;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Alerts;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Server.Tasks;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Pages;

/// <summary>A draft as it stands, to be looked at before it leaves.</summary>
public sealed record DraftCheck(
    [property: Required(AllowEmptyStrings = true), StringLength(Posting.LongestBody)] string Body,
    string? Via = null,
    IReadOnlyList<string>? To = null,
    IReadOnlyList<Guid>? Files = null
);

/// <summary>What would happen to a draft.</summary>
/// <param name="WhoSees">Who will see it, in words.</param>
/// <param name="Viewers">Names of all of them.</param>
/// <param name="Leaks">The leak check's reasons; empty when it may go.</param>
/// <param name="Told">Who will be told.</param>
/// <param name="Tasks">What the words ask for; agreed to, they are made when it is sent.</param>
/// <param name="Unclear">Names that fit several; empty where all are clear.</param>
public sealed record Checked(
    string WhoSees,
    IReadOnlyList<string> Viewers,
    IReadOnlyList<LeakView> Leaks,
    IReadOnlyList<ToldView> Told,
    IReadOnlyList<AskedTask> Tasks,
    IReadOnlyList<UnclearTag> Unclear
);

/// <summary>A name after an at sign that fits several, and has to be chosen before the words are sent.</summary>
/// <param name="Typed">As it stands in the words, with the sign.</param>
/// <param name="Fits">Whom it fits.</param>
public sealed record UnclearTag(string Typed, IReadOnlyList<OwnerView> Fits);

/// <summary>Someone who will be told, and why, in the words they will read.</summary>
public sealed record ToldView(PersonView Person, string Reason);

internal static class DraftCheckEndpoints
{
    public static void MapDraftChecks(this IEndpointRouteBuilder api)
    {
        api.MapPost("/conversations/{id:guid}/check", Check).For(Access.Staff).Costly();
    }

    private static Results<Ok<Checked>, ProblemHttpResult> Check(
        Guid id,
        DraftCheck draft,
        Viewer viewer,
        LeakReading leaks,
        TellsOfTalk telling,
        Database database,
        WhoIsWho who,
        FirmKinds kinds,
        ReaderLessons lessons,
        FirmClock clock
    ) =>
        database.Read<Results<Ok<Checked>, ProblemHttpResult>>(s =>
        {
            if (SeenTalk.Conversation(s, id, viewer.Person) is not { } conversation)
                return Refusals.NotFound("conversation");
            var (roster, now) = (who.Current, clock.Now);
            var via = StoredWords.Vias.Parse(draft.Via) ?? Reaching.Usual(conversation, roster);
            var (typed, wrong) = Recipients.Read(draft.To, via, roster);
            if (wrong is not null)
                return Refusals.Invalid("to", wrong);
            IReadOnlyList<Recipient> to = typed ?? [.. Reaching.Usually(s, conversation, roster, via).To];
            var (body, unclear) = Tags.Typed(draft.Body, conversation, viewer.Person, roster);
            var words = EntryText.FromMarkdown(body);
            var unseeing = Tags.Of(words, conversation, roster).Unseeing;
            var found =
                conversation.Audience is Audience.Outside
                    ? leaks.Check(s, conversation, viewer.Person, words, to, draft.Files ?? [], unseeing, roster)
                    : [];
            var milestones = conversation.Docket is { } docket
                ? NamedDates.Of(s, docket.Id, kinds.Current, roster.Firm!.Calendar)
                : [];
            var tasks = DraftReading.Written(
                words.Plain,
                conversation,
                viewer.Person.Id,
                now,
                lessons.Reader(milestones),
                roster
            );
            return TypedResults.Ok(
                new Checked(
                    WhoSees(conversation, via, to, roster),
                    Viewers(conversation, to, roster),
                    LeakView.Of(found, body),
                    [
                        .. telling
                            .WouldTell(s, conversation, viewer.Person, words)
                            .Select(t => new ToldView(
                                PersonView.Of(roster.Find(t.Person)!),
                                Alerting.Words(t.Reason, viewer.Person.FirstName)
                            )),
                    ],
                    [.. tasks.Select(t => AskedTask.Of(t, now, roster))],
                    [
                        .. unclear.Select(u => new UnclearTag(
                            draft.Body[u.Start..u.End],
                            [
                                .. u.Fits.Select(f =>
                                    f.Person is { } person
                                        ? OwnerView.Of(roster.Find(person)!)
                                        : OwnerView.Of(roster.Crews[f.Crew!.Value])
                                ),
                            ]
                        )),
                    ]
                )
            );
        });

    private static string WhoSees(Conversation conversation, Via via, IReadOnlyList<Recipient> to, Roster roster) =>
        conversation.Audience is not Audience.Outside
            ? $"Internal only: {Sight.WhoSees(roster.Staff, conversation.Place).Length} people"
        : via is Via.Page ? $"On the page of {ConversationViews.PartyOf(conversation, roster)?.Name}."
        : $"By {StoredWords.Vias.Of(via)} to {string.Join(", ", to.Select(t => t.Address))}.";

    /// <summary>Names of all who will see it, those outside first.</summary>
    private static IReadOnlyList<string> Viewers(Conversation conversation, IReadOnlyList<Recipient> to, Roster roster)
    {
        var contacts = conversation.Party is { } party ? roster.Parties[party].Contacts : [];
        var people = contacts.Select(c => roster.Find(c)).OfType<Person>().Concat(roster.Staff);
        return
        [
            .. to.Select(t => t.Name == t.Address ? t.Address : $"{t.Name} ({t.Address})")
                .Concat(Sight.WhoSees(people, conversation.Place).Select(p => p.Name))
                .Distinct(),
        ];
    }
}
