using System.Collections.Immutable;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Asks;

/// <summary>Says in a line how an ask stands.</summary>
public static class AskWords
{
    /// <summary>
    /// How it stands, and why: "Waiting for Tobiah; 1 of 2 has answered.", "Approved by Tobiah and Ines.".
    /// </summary>
    /// <param name="asking">The ask.</param>
    /// <param name="standing">How it stands.</param>
    /// <param name="nameOf">What people are called.</param>
    public static string Of(Asking asking, AskStanding standing, Func<PersonId, string> nameOf)
    {
        ArgumentNullException.ThrowIfNull(asking);
        ArgumentNullException.ThrowIfNull(standing);
        ArgumentNullException.ThrowIfNull(nameOf);
        var answered = standing.Parts.Where(p => p.State is PartState.Answered).ToList();
        return standing.State switch
        {
            AskState.Open => Open(asking.Terms, standing, answered.Count, nameOf),
            AskState.Withdrawn => $"Withdrawn by {nameOf(asking.By)}.",
            AskState.Lapsed => asking.Terms.Kind is AskKind.Decision
                ? "Time ran out, and so it counts as declined."
                : "Time ran out before it was answered.",
            AskState.Returned => standing.Parts.All(p => p.State is PartState.NotMine)
                ? "Nobody who was asked can answer: ask someone else."
                : "Too few people are left who can answer: ask someone else.",
            _ => Decided(asking.Terms, standing, answered, nameOf),
        };
    }

    private static string Open(AskTerms terms, AskStanding standing, int answered, Func<PersonId, string> nameOf)
    {
        var waited = standing.WaitedFor.Select(nameOf).ToList();
        var all = standing.Parts.Count(p => p.State is not PartState.NotMine);
        var counted = terms.Kind is AskKind.Decision ? standing.Parts.Count(p => p.Reply?.Approves == true) : answered;
        var line = terms.Rule switch
        {
            AskRule.Anyone => waited.Count == 1
                ? $"Waiting for {waited[0]}"
                : $"Waiting for any of {Names.List(waited)}",
            AskRule.InOrder => $"Waiting for {Names.List(waited)}{Then(standing, nameOf)}",
            AskRule.Number => $"Waiting for {terms.Needed - counted} more of " + $"{Names.List(waited)}",
            _ => $"Waiting for {Names.List(waited)}",
        };
        return answered > 0 ? $"{line}; {answered} of {all} {(answered == 1 ? "has" : "have")} answered." : line + ".";
    }

    private static string Then(AskStanding standing, Func<PersonId, string> nameOf)
    {
        var later = standing.Parts.Where(p => p.State is PartState.NotYet).Select(p => nameOf(p.Whom)).ToList();
        return later.Count == 0 ? "" : $", then {Names.List(later)}";
    }

    private static string Decided(
        AskTerms terms,
        AskStanding standing,
        IReadOnlyList<AskPart> answered,
        Func<PersonId, string> nameOf
    )
    {
        string By(IEnumerable<AskPart> some) => Names.List(some.Select(p => nameOf(p.Whom)));
        switch (terms.Kind)
        {
            case AskKind.Decision when standing.Approved == true:
                return $"Approved by {By(answered.Where(p => p.Reply!.Approves == true))}.";
            case AskKind.Decision:
                return $"Declined by {By(answered.Where(p => p.Reply!.Approves == false))}.";
            case AskKind.Confirmation:
                return $"Confirmed by {By(answered)}.";
            case AskKind.Question:
                return $"Answered by {By(answered)}.";
            default:
                var chosen = Names.List(standing.Winners.Select(i => $"“{terms.Options[i]}”"));
                if (terms.Right is { } right)
                    return $"{answered.Count(p => p.Reply!.Chosen is [var one] && one == right)} of {answered.Count} "
                        + $"answered correctly: “{terms.Options[right]}”.";
                if (answered.Count == 1)
                    return $"{nameOf(answered[0].Whom)} chose "
                        + $"{Names.List(answered[0].Reply!.Chosen.Select(i => $"“{terms.Options[i]}”"))}.";
                return standing.Winners.Length > 1
                    ? $"{chosen} are level, with {standing.Counts[standing.Winners[0]]} each."
                    : $"{chosen}, chosen by {standing.Counts[standing.Winners[0]]} of {answered.Count}.";
        }
    }
}
