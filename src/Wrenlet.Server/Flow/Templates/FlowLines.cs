using Wrenlet.Core.People;

namespace Wrenlet.Server.Flow.Templates;

/// <summary>Lines that stand in a docket about its template.</summary>
internal static class FlowLines
{
    /// <summary>That a template was used, and what it made.</summary>
    public static string Used(string who, string template, int tasks, int sheets) =>
        $"{who} used the template {template}: {Names.List(new[] { Count(tasks, "task"), Count(sheets, "sheet") }.OfType<string>())}";

    /// <summary>That a docket was made on its day.</summary>
    public static string CameRound(string subject) => $"Made on its day, because {subject} recurs";

    /// <summary>That the party was not written to, and why.</summary>
    public static string NotSent(string stock, string reason) => $"The message “{stock}” was not sent. {reason}";

    /// <summary>Why a message cannot be sent: fields of it are empty.</summary>
    public static string Unfilled(IEnumerable<string> fields) =>
        $"There is nothing here for {Names.List(fields)}. Fill that in and send it yourself.";

    private static string? Count(int n, string thing) => n == 0 ? null : $"{n} {thing}{(n == 1 ? "" : "s")}";
}
