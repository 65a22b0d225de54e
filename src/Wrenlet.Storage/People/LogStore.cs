using NodaTime;
using Wrenlet.Core.People;

namespace Wrenlet.Storage.People;

/// <summary>A line of the log.</summary>
/// <param name="Id">The higher, the later it was written.</param>
/// <param name="By">Who did it; null for what was done by itself or by a stranger.</param>
/// <param name="What">In a few words.</param>
/// <param name="About">What it was done to, by its name.</param>
/// <param name="From">The address it was asked from; null for what was done by itself, and for lines of earlier times.</param>
public sealed record LogLine(long Id, Instant At, PersonId? By, LogKind Kind, string What, string About, string? From);

/// <summary>Which lines of the log are wanted; null for no matter which.</summary>
/// <param name="Words">A part of what was done or to what.</param>
/// <param name="Since">From this moment on.</param>
/// <param name="Until">Before this moment.</param>
public sealed record LogWanted(
    PersonId? By = null,
    LogKind? Kind = null,
    string? Words = null,
    Instant? Since = null,
    Instant? Until = null
);

/// <summary>The log of what matters beyond everyday work: who did what, when, from where.</summary>
public static class LogStore
{
    /// <summary>Adds a line; from where it was asked is known by the session.</summary>
    public static void Add(SqlSession session, Instant at, PersonId? by, LogKind kind, string what, string about) =>
        session.Run(
            """
            INSERT INTO audit (at, person, kind, what, about, source)
            VALUES ($at, (SELECT id FROM person WHERE uid = $by), $kind, $what, $about, $from)
            """,
            ("at", at),
            ("by", by?.Value),
            ("kind", StoredWords.LogKinds.Of(kind)),
            ("what", what),
            ("about", about),
            ("from", session.AskedFrom)
        );

    /// <summary>Lines of the log, the newest first.</summary>
    /// <param name="before">Only those older than the line with this id; null from the newest on.</param>
    public static List<LogLine> Read(SqlSession session, LogWanted wanted, long? before, int most) =>
        session.All(
            $"""
            SELECT a.id, a.at, p.uid, a.kind, a.what, a.about, a.source
            FROM audit a LEFT JOIN person p ON p.id = a.person
            WHERE a.id < $before
              AND ($by IS NULL OR a.person = (SELECT id FROM person WHERE uid = $by))
              AND ($kind IS NULL OR a.kind = $kind)
              AND ($words IS NULL OR instr(folded(a.what || ' ' || a.about || ' ' || coalesce(a.source, '')), $words) > 0)
              AND ($since IS NULL OR a.at >= $since)
              AND ($until IS NULL OR a.at < $until)
            ORDER BY a.id DESC
            LIMIT {most}
            """,
            r => new LogLine(
                r.GetInt64(0),
                r.GetMoment(1),
                r.GetUidOrNull(2) is { } by ? new PersonId(by) : null,
                StoredWords.LogKinds.Read(r.GetString(3)),
                r.GetString(4),
                r.GetString(5),
                r.GetTextOrNull(6)
            ),
            ("before", before ?? long.MaxValue),
            ("by", wanted.By?.Value),
            ("kind", wanted.Kind is { } kind ? StoredWords.LogKinds.Of(kind) : null),
            ("words", string.IsNullOrWhiteSpace(wanted.Words) ? null : wanted.Words.Trim().ToLowerInvariant()),
            ("since", wanted.Since),
            ("until", wanted.Until)
        );

    /// <summary>Whether there is anything older.</summary>
    public static bool HasBefore(SqlSession session, Instant moment) =>
        session.Number("SELECT 1 FROM audit WHERE at < $moment LIMIT 1", ("moment", moment)) is not null;

    /// <summary>Removes what is older.</summary>
    /// <returns>How many lines it were.</returns>
    public static int RemoveBefore(SqlSession session, Instant moment) =>
        session.Run("DELETE FROM audit WHERE at < $moment", ("moment", moment));
}
