using Wrenlet.Core.Dockets;

namespace Wrenlet.Tests.Shared;

/// <summary>The kinds of docket of a small boatyard, with identities that are always the same.</summary>
internal static class YardKinds
{
    public static readonly Kind Job = WithMilestones(
        Of(1, "Job", "J", "Enquiry", "Survey", "Quote", "Work", "Launch", "Handover"),
        (4, "launch", false),
        (5, "handover", true)
    );
    public static readonly Kind Ticket = Of(2, "Ticket", "T", "Reported", "Looking", "Repair", "Settled") with
    {
        FromTalk = true,
    };
    public static readonly Kind Project = Of(3, "Project", "P", "Idea", "Plan", "Build", "Done");

    public static readonly Kind[] All = [Job, Ticket, Project];

    /// <summary>A kind with these stages.</summary>
    /// <param name="number">From 1; the same number gives the same identities.</param>
    public static Kind Of(int number, string name, string letters, params string[] stages) =>
        new(
            new KindId(Id(number, 0)),
            name,
            name + "s",
            new Numbering(letters),
            new KindUsual(),
            FromTalk: false,
            [.. stages.Select((stage, i) => new Stage(new StageId(Id(number, i + 1)), stage))],
            [],
            []
        );

    /// <summary>The stage of a kind by its place in the order, from 0.</summary>
    public static StageId At(this Kind kind, int position) => kind.Stages[position].Id;

    private static Kind WithMilestones(Kind kind, params (int Stage, string Name, bool AtEnd)[] milestones) =>
        kind with
        {
            Milestones =
            [
                .. milestones.Select(
                    (m, i) => new KindMilestone(new MilestoneId(Id(1, 0x100 + i)), m.Name, kind.At(m.Stage), m.AtEnd)
                ),
            ],
        };

    private static Guid Id(int kind, int part) => new($"00000000-0000-8000-8000-{kind:x8}{part:x4}");
}
