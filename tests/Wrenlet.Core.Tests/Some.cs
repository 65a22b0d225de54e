using System.Collections.Immutable;
using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests;

/// <summary>Plain conversations, entries and tasks, to be changed by what a test is about.</summary>
internal static class Some
{
    public static readonly PersonId Odalys = Yard.Named("Odalys").Id;
    public static readonly PersonId Ines = Yard.Named("Ines").Id;
    public static readonly PersonId Kit = Yard.Named("Kit").Id;
    public static readonly PartyId Thorne = new(Guid.CreateVersion7());
    public static readonly PartyId Oduya = new(Guid.CreateVersion7());
    public static readonly Instant Now = Yard.At("2026-04-14T08:40");

    public static readonly Person Benedikta = new(
        new PersonId(Guid.CreateVersion7()),
        "Benedikta Thorne",
        null,
        Thorne,
        []
    );

    public static readonly DocketBrief Docket = new(
        new DocketId(Guid.CreateVersion7()),
        new DocketRef("J", 1042),
        "Kestrel: refit",
        Odalys
    );

    public static Conversation Conversation(
        Audience audience = Audience.Outside,
        PersonId? owner = null,
        bool open = true,
        Exchange? exchange = null
    ) =>
        new(
            1,
            new ConversationId(Guid.CreateVersion7()),
            audience,
            Docket,
            audience is Audience.Outside ? Thorne : null,
            null,
            audience is Audience.Outside ? Guid.CreateVersion7() : null,
            owner,
            open,
            "The refit",
            exchange ?? Exchange.None,
            null,
            DocketSight.Open,
            Members: []
        );

    public static Entry Entry(
        EntryKind kind,
        long key = 7,
        PersonId? author = null,
        Via? via = null,
        bool automatic = false,
        Instant? at = null
    ) =>
        new(
            key,
            new EntryId(Guid.CreateVersion7()),
            new ConversationId(Guid.CreateVersion7()),
            kind,
            via,
            author ?? (kind is EntryKind.MessageIn ? Benedikta.Id : Odalys),
            null,
            at ?? Now,
            "Words",
            false,
            "<p>Words</p>",
            Automatic: automatic
        );

    public static WorkTask Task(
        string title = "Fit the pump",
        TaskState state = TaskState.NeedsAction,
        Instant? due = null,
        Duration? estimate = null,
        int? gate = null,
        params TaskOwner[] owners
    ) =>
        new(
            1,
            new TaskId(Guid.CreateVersion7()),
            title,
            Docket,
            null,
            Odalys,
            Now,
            state,
            null,
            CompletionRule.Any,
            Priority.Normal,
            null,
            due,
            null,
            estimate,
            gate is { } at ? YardKinds.Job.Stages[at].Brief : null,
            null,
            1,
            [.. owners.Select(o => new OwnerShare(o, false))],
            DocketSight.Open
        );

    public static Docket WholeDocket(DocketSight? sight = null) =>
        new(
            1,
            Docket.Id,
            YardKinds.Job.Id,
            Docket.Ref,
            Docket.Subject,
            "Pontoon",
            Odalys,
            YardKinds.Job.First.Id,
            Priority.Normal,
            true,
            sight ?? DocketSight.Open
        );

    public static TaskOwner Of(PersonId person) => new TaskOwner.OfPerson(person);

    public static TaskOwner Of(CrewId crew) => new TaskOwner.OfCrew(crew);

    public static ImmutableArray<PersonId> None(CrewId crew) => [];
}
