using System.Text.RegularExpressions;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests;

/// <summary>
/// What stands in the sources as text: no phrase that somebody stumbled over comes back (tests/wording.txt), and no word
/// of the demo's trade stands in the product.
/// </summary>
public partial class WordingTests
{
    [Fact]
    public void No_phrase_comes_back_that_made_somebody_stumble()
    {
        var phrases = File.ReadLines(Path.Combine(Repository.Root, "tests", "wording.txt"))
            .Select(l => l.Trim())
            .Where(l => l.Length > 0 && l[0] != '#')
            .ToList();
        phrases.Count.ShouldBeGreaterThan(30);
        var any = new Regex(
            $@"(?<!\w)({string.Join('|', phrases.Select(Regex.Escape))})(?!\w)",
            RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
        );
        any.IsMatch("name=\"Carry it along\"").ShouldBeTrue();
        Said().Where(l => any.IsMatch(l.Text)).Select(l => $"{l.File}: {l.Text}").ShouldBeEmpty();
    }

    [Fact]
    public void No_word_of_the_demos_trade_stands_in_the_product()
    {
        Trade().IsMatch("Filter by boat").ShouldBeTrue();
        Said().Where(l => Trade().IsMatch(l.Text)).Select(l => $"{l.File}: {l.Text}").ShouldBeEmpty();
    }

    [Fact]
    public void What_the_core_says_to_people_stands_in_one_file_for_each_part()
    {
        Sentence().IsMatch("return \"The docket is closed. Reopen it first.\";").ShouldBeTrue();
        Said()
            .Where(l =>
                l.File.StartsWith("src/Wrenlet.Core/", StringComparison.Ordinal) && !CoreTexts().IsMatch(l.File)
            )
            .Where(l => Sentence().IsMatch(l.Text) && !Mistake().IsMatch($"{l.File} {l.Text}"))
            .Select(l => $"{l.File}: {l.Text}")
            .ShouldBeEmpty();
    }

    [GeneratedRegex("\"[^\"]*[a-z]{2,} [a-z]{2,}[^\"]*[.!?]\"")]
    private static partial Regex Sentence();

    [GeneratedRegex(@"/Texts\.cs$")]
    private static partial Regex CoreTexts();

    /// <summary>What is told to programmers, and patterns of the reader.</summary>
    [GeneratedRegex(@"Exception|/Cues\.cs|A shift on|Two shifts on")]
    private static partial Regex Mistake();

    /// <summary>Lines of the sources without comments, tests, the demo, and the reader's list of verbs.</summary>
    private static IEnumerable<(string File, string Text)> Said()
    {
        var src = Path.Combine(Repository.Root, "src");
        foreach (var path in Directory.EnumerateFiles(src, "*.*", SearchOption.AllDirectories))
        {
            var file = Path.GetRelativePath(Repository.Root, path).Replace('\\', '/');
            if (!Source().IsMatch(file) || Beside().IsMatch(file))
                continue;
            foreach (var line in File.ReadLines(path))
                if (!Comment().IsMatch(line))
                    yield return (file, line.Trim());
        }
    }

    [GeneratedRegex(@"\.(cs|ts|tsx)$")]
    private static partial Regex Source();

    [GeneratedRegex(@"/(bin|obj|Demo|node_modules|wwwroot)/|\.test\.tsx?$|schema\.d\.ts$|/Lexicon\.cs$")]
    private static partial Regex Beside();

    [GeneratedRegex(@"^\s*(//|/\*|\*|\{/\*)")]
    private static partial Regex Comment();

    [GeneratedRegex(
        @"\b(boats?|boatyard|yachts?|hulls?|masts?|rigging|slipway|tides?|antifoul\w*)\b"
            + @"|\b(keels?|berths?|anodes?|moorings?|vessels?|launch(es|ed)?)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Trade();
}
