using System.Collections.Immutable;
using Microsoft.Data.Sqlite;
using NodaTime;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Flow.Rules;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.Flow;

/// <summary>Rules, and each time that one acted or is to act.</summary>
public static class RuleStore
{
    private const string RunColumns =
        "x.uid, r.uid, d.uid, x.happening, x.because, x.due, x.depth, x.changed, x.state, x.did, x.at, p.uid, m.uid";
    private const string Runs =
        "rule_run x JOIN rule r ON r.id = x.rule JOIN docket d ON d.id = x.docket LEFT JOIN party p ON p.id = x.party "
        + "LEFT JOIN person m ON m.id = x.person";

    /// <summary>All rules by name; those that were removed are left out.</summary>
    public static List<Rule> All(SqlSession session) => Read(session, "r.removed IS NULL ORDER BY r.name");

    /// <summary>A rule, also one that was removed; null where there is none.</summary>
    public static Rule? Find(SqlSession session, RuleId id) =>
        Read(session, "r.uid = $uid", ("uid", id.Value)).FirstOrDefault();

    /// <summary>Writes a rule in place of what was there.</summary>
    public static void Put(SqlSession session, Rule rule)
    {
        ArgumentNullException.ThrowIfNull(session);
        ArgumentNullException.ThrowIfNull(rule);
        session.Run(
            """
            INSERT INTO rule (uid, name, maker, trigger, conditions, steps, since)
            VALUES ($uid, $name, (SELECT id FROM person WHERE uid = $maker), $trigger, $conditions, $steps, $since)
            ON CONFLICT (uid) DO UPDATE SET name = excluded.name, maker = excluded.maker, trigger = excluded.trigger,
              conditions = excluded.conditions, steps = excluded.steps,
              looked = CASE WHEN since IS excluded.since THEN looked END, since = excluded.since
            """,
            ("uid", rule.Id.Value),
            ("name", rule.Name),
            ("maker", rule.Maker.Value),
            ("trigger", RuleForms.Write(TriggerForm.From(rule.Trigger))),
            ("conditions", RuleForms.Write(rule.Conditions.Select(ConditionForm.From))),
            ("steps", RuleForms.Write(rule.Steps.Select(StepForm.From))),
            ("since", rule.On ? rule.Since : null)
        );
    }

    /// <summary>Takes a rule off the list; what it did stays written down, and what it was to do is not done.</summary>
    public static void Remove(SqlSession session, RuleId id, Instant at)
    {
        ArgumentNullException.ThrowIfNull(session);
        session.Run("UPDATE rule SET removed = $at, since = NULL WHERE uid = $uid", ("at", at), ("uid", id.Value));
    }

    /// <summary>Until when what comes by time was looked for; without the rules for which it was not yet.</summary>
    public static Dictionary<RuleId, Instant> LookedUntil(SqlSession session)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session
            .All(
                "SELECT uid, looked FROM rule WHERE looked IS NOT NULL",
                r => (new RuleId(r.GetUid(0)), r.GetMoment(1))
            )
            .ToDictionary();
    }

    /// <summary>Notes until when what comes by time has been looked for.</summary>
    public static void SetLooked(SqlSession session, RuleId id, Instant until)
    {
        ArgumentNullException.ThrowIfNull(session);
        session.Run("UPDATE rule SET looked = $until WHERE uid = $uid", ("until", until), ("uid", id.Value));
    }

    /// <summary>Notes that a rule is to act.</summary>
    /// <returns>Whether it is the first time for what happened: it acts on it once only.</returns>
    public static bool Add(SqlSession session, RuleRun run, IEnumerable<ChangedStep> changed)
    {
        ArgumentNullException.ThrowIfNull(session);
        ArgumentNullException.ThrowIfNull(run);
        return session.Run(
                """
                INSERT OR IGNORE INTO rule_run (uid, rule, docket, happening, party, because, due, depth, changed, state, did, at, person)
                VALUES ($uid, (SELECT id FROM rule WHERE uid = $rule), (SELECT id FROM docket WHERE uid = $docket),
                  $happening, (SELECT id FROM party WHERE uid = $with), $because, $due, $depth, $changed, $state, $did, $at,
                  (SELECT id FROM person WHERE uid = $by))
                """,
                ("uid", run.Id),
                ("rule", run.Rule.Value),
                ("docket", run.Docket.Value),
                ("happening", run.Key),
                ("with", run.With?.Value),
                ("because", run.Because),
                ("due", run.Due),
                ("depth", run.Depth),
                ("changed", RuleForms.Write(changed)),
                ("state", StoredWords.RunStates.Of(run.State)),
                ("did", RuleForms.Write(run.Done)),
                ("at", run.At),
                ("by", run.By?.Value)
            ) == 1;
    }

    /// <summary>Whether a rule has acted on something, or is to, in whatever docket.</summary>
    public static bool HasAnywhere(SqlSession session, RuleId rule, string key)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.Number(
            "SELECT 1 FROM rule_run WHERE rule = (SELECT id FROM rule WHERE uid = $rule) AND happening = $key LIMIT 1",
            ("rule", rule.Value),
            ("key", key)
        )
            is not null;
    }

    /// <summary>Notes that a rule began a docket.</summary>
    /// <param name="session">Where to write.</param>
    /// <param name="docket">The docket.</param>
    /// <param name="depth">How many rules set one another off before it, that one among them.</param>
    public static void AddBegun(SqlSession session, DocketId docket, int depth)
    {
        ArgumentNullException.ThrowIfNull(session);
        session.Run(
            "INSERT INTO rule_begun (docket, depth) VALUES ((SELECT id FROM docket WHERE uid = $docket), $depth)",
            ("docket", docket.Value),
            ("depth", depth)
        );
    }

    /// <summary>How many rules set one another off before a docket was begun; 0 where a person began it.</summary>
    public static int BegunAfter(SqlSession session, DocketId docket)
    {
        ArgumentNullException.ThrowIfNull(session);
        return (int)(
            session.Number(
                "SELECT depth FROM rule_begun WHERE docket = (SELECT id FROM docket WHERE uid = $docket)",
                ("docket", docket.Value)
            ) ?? 0
        );
    }

    /// <summary>Runs whose moment has come, in the order in which they came up.</summary>
    public static List<RuleRun> Due(SqlSession session, Instant now, int most)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            $"SELECT {RunColumns} FROM {Runs} WHERE x.state = 'waiting' AND x.due <= $now ORDER BY x.id LIMIT {most}",
            Run,
            ("now", now)
        );
    }

    /// <summary>A run; null where there is none.</summary>
    public static RuleRun? Run(SqlSession session, Guid id)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.First($"SELECT {RunColumns} FROM {Runs} WHERE x.uid = $uid", Run, ("uid", id));
    }

    /// <summary>Runs of a rule, the newest first.</summary>
    public static List<RuleRun> RunsOf(SqlSession session, RuleId rule, int most)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            $"SELECT {RunColumns} FROM {Runs} WHERE r.uid = $rule ORDER BY x.id DESC LIMIT {most}",
            Run,
            ("rule", rule.Value)
        );
    }

    /// <summary>Writes how a run stands.</summary>
    public static void Set(SqlSession session, RuleRun run)
    {
        ArgumentNullException.ThrowIfNull(session);
        ArgumentNullException.ThrowIfNull(run);
        session.Run(
            "UPDATE rule_run SET state = $state, did = $did, at = $at WHERE uid = $uid",
            ("state", StoredWords.RunStates.Of(run.State)),
            ("did", RuleForms.Write(run.Done)),
            ("at", run.At),
            ("uid", run.Id)
        );
    }

    /// <summary>How many times each rule has acted, and when last.</summary>
    public static Dictionary<RuleId, (int Count, Instant Last)> Counts(SqlSession session)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session
            .All(
                """
                SELECT r.uid, count(*), max(x.at) FROM rule_run x JOIN rule r ON r.id = x.rule
                WHERE x.state IN ('done', 'undone') GROUP BY x.rule
                """,
                r => (Rule: new RuleId(r.GetUid(0)), Count: r.GetInt32(1), Last: r.GetMoment(2))
            )
            .ToDictionary(x => x.Rule, x => (x.Count, x.Last));
    }

    private static List<Rule> Read(SqlSession session, string where, params ReadOnlySpan<(string, object?)> values)
    {
        ArgumentNullException.ThrowIfNull(session);
        return session.All(
            $"""
            SELECT r.uid, r.name, p.uid, r.trigger, r.conditions, r.steps, r.since
            FROM rule r JOIN person p ON p.id = r.maker WHERE {where}
            """,
            r => new Rule(
                new RuleId(r.GetUid(0)),
                r.GetString(1),
                new PersonId(r.GetUid(2)),
                RuleForms.Read<TriggerForm>(r.GetString(3)).Read()
                    ?? throw new FormatException($"What the rule {r.GetString(1)} waits for cannot be read."),
                RuleForms.Each<ConditionForm, Condition>(r.GetString(4), c => c.Read()),
                RuleForms.Each<StepForm, RuleStep>(r.GetString(5), s => s.Read()),
                !r.IsDBNull(6),
                r.GetMomentOrNull(6)
            ),
            values
        );
    }

    private static RuleRun Run(SqliteDataReader r)
    {
        var changed = RuleForms.Read<List<ChangedStep>>(r.GetString(7));
        return new(
            r.GetUid(0),
            new RuleId(r.GetUid(1)),
            new DocketId(r.GetUid(2)),
            r.GetString(3),
            r.GetUidOrNull(11) is { } with ? new PartyId(with) : null,
            r.GetString(4),
            r.GetMoment(5),
            r.GetInt32(6),
            changed.Where(c => c.Words is not null).ToImmutableDictionary(c => c.Step, c => c.Words!),
            [.. changed.Where(c => c.Words is null).Select(c => c.Step)],
            StoredWords.RunStates.Read(r.GetString(8)),
            [.. RuleForms.Read<List<RunStep>>(r.GetString(9))]
        )
        {
            At = r.GetMomentOrNull(10),
            By = r.GetUidOrNull(12) is { } by ? new PersonId(by) : null,
        };
    }
}
