using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Conversations;

/// <summary>A docket was given to somebody.</summary>
/// <param name="Inside">Its inside conversation.</param>
/// <param name="To">Who answers for it now.</param>
/// <param name="Line">The line that says so; null for a new docket.</param>
public sealed record DocketGiven(Docket Docket, Conversation Inside, PersonId To, Entry? Line, Person By, Instant At)
    : IHappening;

/// <summary>
/// The conversations of dockets: each has one inside and one with each party, and what becomes of it stands inside.
/// </summary>
public sealed class DocketTalks(WriteQueue writes, WhoIsWho who, Dispatcher happenings)
    : IHandles<DocketBegun>,
        IHandles<DocketBrought>,
        IHandles<DocketSet>
{
    /// <summary>The inside conversation of a docket.</summary>
    public static Conversation Inside(SqlSession session, DocketId docket) =>
        ConversationStore.OfDocket(session, docket).Find(c => c.Audience is Audience.Inside)!;

    /// <summary>Begins its inside conversation, and one with the party.</summary>
    public void Handle(Writing w, DocketBegun happening)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(happening);
        var docket = happening.Docket;
        ConversationStore.Add(
            w.Session,
            new ConversationId(Guid.CreateVersion7()),
            Audience.Inside,
            docket.Id,
            party: null,
            stranger: null,
            queue: null,
            owner: null,
            docket.Subject
        );
        if (happening.Party is { } party)
            Begin(
                w,
                docket,
                new ConversationId(Guid.CreateVersion7()),
                party,
                happening.Queue,
                happening.By,
                happening.At
            );
        if (docket.Owner is { } owner)
            happenings.Say(
                w,
                new DocketGiven(docket, Inside(w.Session, docket.Id), owner, null, happening.By, happening.At)
            );
    }

    /// <summary>Begins its conversations without a word; those of one that is closed are closed, until somebody writes.</summary>
    public void Handle(Writing w, DocketBrought happening)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(happening);
        var (docket, party, queue) = happening;
        void Add(Audience audience, PartyId? with, Guid? waits, PersonId? owner)
        {
            var id = new ConversationId(Guid.CreateVersion7());
            ConversationStore.Add(w.Session, id, audience, docket.Id, with, null, waits, owner, docket.Subject);
            if (with is not null && !docket.Open)
                ConversationStore.Update(w.Session, ConversationStore.Find(w.Session, id)! with { Open = false });
        }

        Add(Audience.Inside, null, null, null);
        if (party is not null)
            Add(Audience.Outside, party, queue, docket.Owner);
    }

    /// <summary>Says inside whose it is now, and who sees it.</summary>
    public void Handle(Writing w, DocketSet happening)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(happening);
        var (before, after, by, at) = happening;
        var inside = Inside(w.Session, after.Id);
        if (before.Owner != after.Owner)
        {
            var words =
                after.Owner is not { } next ? $"{by.FirstName} removed the owner of this docket"
                : next == by.Id ? $"{by.FirstName} took this docket"
                : $"{by.FirstName} gave this docket to {who.Current.Find(next)!.FirstName}";
            var line = EventLines.Add(w, inside, by.Id, at, words);
            if (after.Owner is { } owner)
                happenings.Say(w, new DocketGiven(after, inside, owner, line, by, at));
        }

        if (!before.Sight.SameAs(after.Sight))
            EventLines.Add(
                w,
                inside,
                by.Id,
                at,
                after.Sight.Limited
                    ? $"{by.FirstName} limited this docket to {SightWords.Of(after.Sight, who.Current)}"
                    : $"{by.FirstName} let all colleagues see this docket"
            );
    }

    /// <summary>Begins a conversation with a party in a docket; one that is there already is left as it is.</summary>
    /// <param name="reference">Reference of the docket.</param>
    /// <param name="id">The client's id of the conversation.</param>
    /// <param name="party">With whom.</param>
    /// <param name="queue">Where what the party writes waits; null for none.</param>
    /// <param name="by">Who begins it.</param>
    /// <param name="at">When.</param>
    public Task<DocketOutcome> AddParty(
        string reference,
        ConversationId id,
        PartyId party,
        Guid? queue,
        Person by,
        Instant at
    ) =>
        writes.Run(w =>
        {
            if (SeenDocket.Find(w.Session, reference, by) is not { } docket)
                return new DocketOutcome(null);
            if (ConversationStore.OfDocket(w.Session, docket.Id).TrueForAll(c => c.Party != party))
                Begin(w, docket, id, party, queue, by, at);
            return new(docket);
        });

    private static void Begin(
        Writing w,
        Docket docket,
        ConversationId id,
        PartyId party,
        Guid? queue,
        Person by,
        Instant at
    )
    {
        ConversationStore.Add(
            w.Session,
            id,
            Audience.Outside,
            docket.Id,
            party,
            stranger: null,
            queue,
            docket.Owner,
            docket.Subject
        );
        EventLines.Begun(w, ConversationStore.Find(w.Session, id)!, by.Id, at);
    }
}
