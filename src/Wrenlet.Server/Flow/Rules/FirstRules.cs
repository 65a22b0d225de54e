using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Flow.Rules;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Happenings;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Dockets;
using Wrenlet.Storage.Flow;

namespace Wrenlet.Server.Flow.Rules;

/// <summary>
/// Gives a new firm rules that most can use, switched off: a receipt outside hours, a reminder of what we asked, thanks at
/// the end. Its kinds and stock replies are there by then.
/// </summary>
internal sealed class FirstRules : IHandles<FirmBegun>
{
    private static readonly Duration TwoDays = Duration.FromHours(16);

    public void Handle(Writing w, FirmBegun happening)
    {
        var texts = StockStore.For(w.Session, happening.By.Id).Where(t => t.Person is null).ToList();
        RuleStep.Message? Send(string name) =>
            texts.Find(t => t.Name == name) is { } text ? new RuleStep.Message(text.Id, null) : null;
        Add("Receipt outside hours", new Trigger.PartyWrites(), Send("Out of hours"), new Condition.InHours(false));
        Add("Reminder of what we asked", new Trigger.Silent(TwoDays, Ours: false), Send("A reminder"));
        if (KindStore.Load(w.Session).Live.FirstOrDefault(k => k.Usual.WithParty) is { } kind)
            Add("Thanks at the end", new Trigger.Enters(kind.Stages[^1].Id), Send("Thank you"));

        void Add(string name, Trigger trigger, RuleStep.Message? step, params Condition[] conditions)
        {
            if (step is not null)
                RuleStore.Put(
                    w.Session,
                    new Rule(
                        new RuleId(Guid.CreateVersion7()),
                        name,
                        happening.By.Id,
                        trigger,
                        [.. conditions],
                        [step],
                        On: false,
                        Since: null
                    )
                );
        }
    }
}
