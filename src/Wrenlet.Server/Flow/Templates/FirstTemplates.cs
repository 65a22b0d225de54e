using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Templates;
using Wrenlet.Core.Tasks;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;

namespace Wrenlet.Server.Flow.Templates;

/// <summary>Gives a new firm the templates of its starting set; its kinds are there by then.</summary>
internal sealed class FirstTemplates : IHandles<FirmBegun>
{
    public void Handle(Writing w, FirmBegun happening)
    {
        var kinds = KindStore.Load(w.Session).All;
        foreach (var template in happening.Set?.Templates ?? [])
            TemplateStore.Put(w.Session, Of(template, kinds.First(k => k.Name == template.Kind)));
    }

    private static Template Of(SetTemplate template, Kind kind) =>
        new(
            new TemplateId(Guid.CreateVersion7()),
            kind.Id,
            template.Name,
            template.About,
            "",
            null,
            [
                .. template.Tasks.Select(t => new TemplateTask(
                    new TemplateTaskId(Guid.CreateVersion7()),
                    t.Title,
                    "",
                    null,
                    [new TemplateOwner.DocketOwner()],
                    CompletionRule.Any,
                    Priority.Normal,
                    null,
                    new TemplateDate(new DateOrigin.Start(), t.Days, DateUnit.WorkingDays),
                    Duration.FromMinutes(t.Minutes),
                    t.Gate is { } gate ? kind.Stages.First(s => s.Name == gate).Id : null,
                    []
                )),
            ],
            []
        );
}
