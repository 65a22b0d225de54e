using System.Collections.Immutable;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;

namespace Wrenlet.Server.Dockets;

/// <summary>Gives a new firm the kinds of docket that it starts with: those of its set, else usual ones.</summary>
internal sealed class FirstKinds : IHandles<FirmBegun>
{
    public void Handle(Writing w, FirmBegun happening)
    {
        ImmutableArray<Kind> kinds = happening.Set is { } set
            ? [.. set.Kinds.Select(Of)]
            : StartingKinds.Usual(Guid.CreateVersion7);
        foreach (var kind in kinds)
        {
            KindStore.Put(w.Session, kind);
            w.Log(
                new Change(
                    ChangeKinds.KindsChanged,
                    kind.Id.Value,
                    new Place.Firm(),
                    Thing.Working,
                    happening.At,
                    happening.By.Id
                )
            );
        }
    }

    private static Kind Of(SetKind kind)
    {
        ImmutableArray<Stage> stages =
        [
            .. kind
                .Stages.Select(s => s.Split('|', 2))
                .Select(s => new Stage(
                    new StageId(Guid.CreateVersion7()),
                    s[0],
                    s is [_, { Length: > 0 } shown] ? shown : null
                )),
        ];
        return new(
            new KindId(Guid.CreateVersion7()),
            kind.Name,
            kind.Many,
            new Numbering(kind.Letters),
            new KindUsual(kind.WithParty),
            kind.FromTalk,
            stages,
            kind.Milestone?.Split('|', 2) is [var name, var stage]
                ?
                [
                    new KindMilestone(
                        new MilestoneId(Guid.CreateVersion7()),
                        name,
                        stages.First(s => s.Name == stage).Id
                    ),
                ]
                : [],
            [.. kind.Fields.Select(f => new Field(new FieldId(Guid.CreateVersion7()), f, FieldType.Text))]
        );
    }
}
