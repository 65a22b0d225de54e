using System.Collections.Frozen;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Words for people, what they are called, and what only they do.</summary>
internal static class PeopleWords
{
    private static readonly FrozenSet<string> MaleTitles = Lexicon.Set("mr sir father lord");
    private static readonly FrozenSet<string> FemaleTitles = Lexicon.Set("mrs miss ms lady dame sister");

    private static readonly FrozenSet<string> Males = Lexicon.Set(
        "man son grandson husband father dad brother uncle nephew boy lad gentleman chap bloke guy"
    );

    private static readonly FrozenSet<string> Females = Lexicon.Set(
        "woman daughter granddaughter wife mother mum sister aunt niece girl lady"
    );

    private static readonly FrozenSet<string> People = Lexicon.Set(
        "customer client tenant guest driver engineer inspector owner neighbour manager director author "
            + "student patient teacher doctor lawyer auditor surveyor supplier insurer plumber electrician caller "
            + "visitor widow couple people parents family"
    );

    /// <summary>What people and firms do, and things do not.</summary>
    private static readonly FrozenSet<string> Doings = Lexicon.Set(
        "want ring call phone ask say tell think write send leave bring buy order forget find borrow return "
            + "deliver complain pay reply answer promise hope agree refuse reject email decide cancel sign thank "
            + "remind book reckon believe mention invite visit post"
    );

    /// <summary>Words that name nothing that anything could be done to: "keep an eye on", "next time", "any more".</summary>
    private static readonly FrozenSet<string> Empty = Lexicon.Set(
        "eye look mind favour moment minute time way more else rest one ones others thing things lot chance "
            + "rush hurry need"
    );

    public static bool IsEmpty(string word) => Empty.Contains(word);

    /// <summary>What names of firms and houses end in.</summary>
    private static readonly FrozenSet<string> Firms = Lexicon.Set(
        "inn hotel school college academy club council bakery dentists deli grill canteens canteen apartments shipping house lodge hall "
            + "church trust group society association company co ltd inc brothers sons partners architects taxis bank farm estate "
            + "garage cafe café restaurant bar pub shop shops store stores museum gallery theatre library clinic surgery hospital "
            + "practice brewery services systems media press union team crew office department kitchen gardens "
            + "engineering logistics foods motors cars books court market centre center arms guild league union board agency hospice"
    );

    /// <summary>Whether a name is that of a firm or house, whose first word does not call it.</summary>
    public static bool IsFirm(string name) =>
        name.Contains('&', StringComparison.Ordinal)
        || name.Any(char.IsDigit)
        || Firms.Contains(name[(name.LastIndexOf(' ') + 1)..].ToLowerInvariant());

    /// <summary>"Mr", "Dr", "Colonel".</summary>
    public static bool IsTitle(string word) => Names.IsTitle(word);

    /// <summary>Whether somebody with a title is he, true, or she, false; null where the title does not say.</summary>
    public static bool? IsMaleTitle(string title) =>
        MaleTitles.Contains(title) ? true
        : FemaleTitles.Contains(title) ? false
        : null;

    /// <summary>Whether a word is for a man, true, or a woman, false; null where it is for neither alone.</summary>
    public static bool? IsMale(string word) =>
        Males.Contains(word) ? true
        : Females.Contains(word) ? false
        : null;

    public static bool AreMeant(string word) => People.Contains(word) || People.Contains(word.TrimEnd('s'));

    /// <summary>Whether a word in any of its forms is what only people and firms do.</summary>
    public static bool Do(string word) =>
        Doings.Contains(word)
        || (WordForms.ThirdBase(word) is { } third && Doings.Contains(third))
        || (WordForms.PastBase(word) is { } past && Doings.Contains(past))
        || (WordForms.GerundBase(word) is { } doing && Doings.Contains(doing));
}
