using System.ComponentModel.DataAnnotations;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.People;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Pages;

/// <summary>What was not said, as its writer sees it.</summary>
internal static class HeldBack
{
    /// <summary>
    /// A refusal with what its writer must look at: who does not see, what would leave, what was missed.
    /// </summary>
    public static ProblemHttpResult Of(PostRefusal refusal, string body, Person viewer, Roster roster)
    {
        var more = new Dictionary<string, object?>();
        if (!refusal.Unseeing.IsEmpty)
            more["unseeing"] = refusal.Unseeing.Select(p => PersonView.Of(p)).ToList();
        if (!refusal.Leaks.IsEmpty)
            more["leaks"] = LeakView.Of(refusal.Leaks, body);
        if (!refusal.Missed.IsEmpty)
            more["missed"] = refusal.Missed.Select(m => EntryViews.Of(m, viewer, roster, [])).ToList();
        return Refusals.Refused(refusal.Reason, more.Count == 0 ? null : more);
    }
}

/// <summary>Carries a refusal out of a write, so that nothing of the write stays.</summary>
internal sealed class HeldBackException(PostRefusal refusal) : Exception(refusal.Reason)
{
    public PostRefusal Refusal { get; } = refusal;
}
