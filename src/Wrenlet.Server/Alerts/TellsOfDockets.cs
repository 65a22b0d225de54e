using NodaTime;
using Wrenlet.Core.Alerts;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Flow;
using Wrenlet.Server.Flow.Rules;
using Wrenlet.Server.Flow.Templates;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Server.Sheets;
using Wrenlet.Storage;
using Wrenlet.Storage.Alerts;

namespace Wrenlet.Server.Alerts;

/// <summary>Tells people of what becomes of the dockets that they own or follow.</summary>
internal sealed class TellsOfDockets(Telling telling, WhoIsWho who)
    : IFollowers,
        IHandles<DocketGiven>,
        IHandles<DocketMoved>,
        IHandles<DocketCameRound>,
        IHandles<SheetWritten>,
        IHandles<RuleHeldBack>
{
    /// <summary>To whom it was given.</summary>
    public void Handle(Writing w, DocketGiven happening)
    {
        var (docket, inside, to, line, by, at) = happening;
        var words = $"{docket.Ref} {docket.Subject} is yours";
        telling.Tell(w, Concerns.OfHandover([to]), Of(inside, line?.Id, by.Id, words, at));
    }

    /// <summary>Its owner and followers.</summary>
    public void Handle(Writing w, DocketMoved happening)
    {
        var (docket, inside, line, by, at, _) = happening;
        telling.Tell(w, Following(w.Session, docket.Brief), Of(inside, line.Id, by.Id, line.Body, at));
    }

    /// <summary>Whose it is, though it was made in their own name: they did not do it themselves.</summary>
    public void Handle(Writing w, DocketCameRound happening)
    {
        var (docket, inside, line, to, at) = happening;
        telling.Tell(
            w,
            Concerns.OfHandover([to]),
            Of(inside, line.Id, null, $"{docket.Ref} {docket.Subject} came round and is yours", at)
        );
    }

    /// <summary>Owner and followers of its docket.</summary>
    public void Handle(Writing w, SheetWritten happening)
    {
        var (kept, inside, line, by, words, at) = happening;
        telling.Tell(w, Following(w.Session, kept.Docket), Of(inside, line.Id, by, words, at));
    }

    /// <summary>Whoever made the rule: what it left is theirs to do.</summary>
    public void Handle(Writing w, RuleHeldBack happening)
    {
        var (inside, line, maker, words, at) = happening;
        telling.Tell(w, [new Alert(maker, AlertReason.Stuck)], Of(inside, line.Id, null, words, at));
    }

    /// <inheritdoc/>
    public IReadOnlyList<string> Told(SqlSession session, Docket docket, Person by) =>
        [
            .. Alerting
                .Whom(by.Id, docket.Place, Thing.Working, Following(session, docket.Brief), id => who.Current.Find(id))
                .Select(a => who.Current.Find(a.Person)!.FirstName),
        ];

    private static IEnumerable<Alert> Following(SqlSession session, DocketBrief docket) =>
        Concerns.OfDocket(docket.Owner, LevelStore.FollowersOf(session, docket.Id));

    private static Told Of(Conversation inside, EntryId? line, PersonId? by, string words, Instant at) =>
        new(by, inside.Place, Thing.Working, at, words, inside.Id, line);
}
