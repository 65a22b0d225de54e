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
            AskState.Withdrawn => Texts.WithdrawnBy(nameOf(asking.By)),
            AskState.Lapsed => asking.Terms.Kind is AskKind.Decision ? Texts.TimeRanOutSo : Texts.TimeRanOutBefore,
            AskState.Returned => standing.Parts.All(p => p.State is PartState.NotMine)
                ? Texts.NobodyWhoAskedCan
                : Texts.TooFewPeopleLeftWho,
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
                ? Texts.WaitingFor(waited[0])
                : Texts.WaitingForAnyOf(Names.List(waited)),
            AskRule.InOrder => Texts.WaitingForThen(Names.List(waited), Then(standing, nameOf)),
            AskRule.Number => Texts.WaitingForMoreOf(terms.Needed - counted, Names.List(waited)),
            _ => Texts.WaitingForNames(Names.List(waited)),
        };
        return answered > 0 ? Texts.OfHasHaveAnswered(line, answered, all) : line + ".";
    }

    private static string Then(AskStanding standing, Func<PersonId, string> nameOf)
    {
        var later = standing.Parts.Where(p => p.State is PartState.NotYet).Select(p => nameOf(p.Whom)).ToList();
        return later.Count == 0 ? "" : Texts.Then(Names.List(later));
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
                return Texts.ApprovedBy(By(answered.Where(p => p.Reply!.Approves == true)));
            case AskKind.Decision:
                return Texts.DeclinedBy(By(answered.Where(p => p.Reply!.Approves == false)));
            case AskKind.Confirmation:
                return Texts.ConfirmedBy(By(answered));
            case AskKind.Question:
                return Texts.AnsweredBy(By(answered));
            default:
                var chosen = Names.List(standing.Winners.Select(i => $"“{terms.Options[i]}”"));
                if (terms.Right is { } right)
                    return Texts.OfAnsweredCorrectly(
                        answered.Count(p => p.Reply!.Chosen is [var one] && one == right),
                        answered.Count,
                        terms.Options[right]
                    );
                if (answered.Count == 1)
                    return Texts.Chose(
                        nameOf(answered[0].Whom),
                        Names.List(answered[0].Reply!.Chosen.Select(i => $"“{terms.Options[i]}”"))
                    );
                return standing.Winners.Length > 1
                    ? Texts.AreLevelWithEach(chosen, standing.Counts[standing.Winners[0]])
                    : Texts.ChosenByOf(chosen, standing.Counts[standing.Winners[0]], answered.Count);
        }
    }
}
