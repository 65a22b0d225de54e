using Wrenlet.Core.Flow.Rules;
using Wrenlet.Core.People;
using Wrenlet.Server.Dockets;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Flow;

namespace Wrenlet.Server.Flow.Rules;

/// <summary>The firm's rules, sorted by what they wait for, read anew when one has changed.</summary>
public sealed class FirmRules
{
    private readonly Database _database;
    private readonly Lock _setting = new();
    private volatile RuleBook? _current;
    private int _edition;

    /// <summary>Listens to what is committed.</summary>
    public FirmRules(Database database, WriteQueue writes)
    {
        _database = database;
        writes.Committed += changes =>
        {
            if (changes.Any(c => c.Kind is ChangeKinds.RulesChanged))
                Forget();
        };
    }

    /// <summary>The rules that are on at this moment.</summary>
    public RuleBook Current => _current ?? Read();

    private void Forget()
    {
        lock (_setting)
        {
            _edition++;
            _current = null;
        }
    }

    private RuleBook Read()
    {
        var edition = Volatile.Read(ref _edition);
        var book = new RuleBook(_database.Read(RuleStore.All));
        lock (_setting)
        {
            if (edition == _edition)
                _current = book;
        }

        return book;
    }
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
