using Wrenlet.Core.Flow.Rules;
using Wrenlet.Core.People;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Flow;

namespace Wrenlet.Server.Flow.Rules;

/// <summary>The firm's rules, sorted by what they wait for.</summary>
public sealed class FirmRules(Database database, WriteQueue writes)
{
    private readonly Remembered<RuleBook> _book = new(
        database,
        writes,
        ChangeKinds.RulesChanged,
        s => new RuleBook(RuleStore.All(s))
    );

    /// <summary>The rules that are on at this moment.</summary>
    public RuleBook Current => _book.Current;
}

/// <summary>What rules can name, read where they are shown or checked.</summary>
internal static class RuleNaming
{
    public static RuleNames Of(SqlSession session, FirmKinds kinds, WhoIsWho who)
    {
        var roster = who.Current;
        return new(
            kinds.Current,
            p => roster.Find(p) is { IsStaff: true } person ? person.Name : null,
            c => roster.Crews.GetValueOrDefault(c)?.Name,
            p => roster.Parties.GetValueOrDefault(p)?.Name,
            q => roster.Queues.GetValueOrDefault(q)?.Name,
            s => StockStore.Find(session, s) is { Person: null } stock ? stock.Name : null,
            t => TemplateStore.Find(session, t)
        );
    }
}
