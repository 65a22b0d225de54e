using System.Collections.Immutable;

namespace Wrenlet.Core.Dockets;

/// <summary>The kinds of docket that a new firm starts with, until it makes its own.</summary>
public static class StartingKinds
{
    /// <summary>Jobs, tickets and projects with stages that fit most work.</summary>
    /// <param name="newId">Gives a new identity.</param>
    public static ImmutableArray<Kind> Usual(Func<Guid> newId)
    {
        ArgumentNullException.ThrowIfNull(newId);
        return
        [
            Kind(
                "Job",
                "Jobs",
                "J",
                true,
                false,
                [
                    (Texts.AskedFor, "Received"),
                    ("Planned", "Planned"),
                    (Texts.UnderWay, Texts.UnderWay),
                    ("Done", "Done"),
                ]
            ),
            Kind(
                "Ticket",
                "Tickets",
                "T",
                true,
                true,
                [("New", "Received"), (Texts.InHand, Texts.InHand), ("Solved", "Solved")]
            ),
            Kind(
                "Project",
                "Projects",
                "P",
                false,
                false,
                [("Idea", null), ("Plan", null), (Texts.UnderWay, null), ("Done", null)]
            ),
        ];

        Kind Kind(
            string name,
            string many,
            string letters,
            bool withParty,
            bool fromTalk,
            (string Name, string? Public)[] stages
        ) =>
            new(
                new KindId(newId()),
                name,
                many,
                new Numbering(letters),
                new KindUsual(withParty),
                fromTalk,
                [.. stages.Select(s => new Stage(new StageId(newId()), s.Name, s.Public))],
                [],
                []
            );
    }
}
