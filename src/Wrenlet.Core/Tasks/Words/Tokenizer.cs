using System.Globalization;
using Wrenlet.Core.People;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Cuts a message into tokens, and finds the names that the workspace knows.</summary>
internal sealed class Tokenizer
{
    private readonly List<(string Key, NamedOne One, bool IsCrew)> _names = [];

    /// <summary>Words that may name somebody though nothing marks them as a name: crews, and first names without capitals.</summary>
    private readonly Dictionary<string, NamedOne> _unmarked = [];

    public Tokenizer(ReaderSetting setting)
    {
        foreach (
            var same in setting
                .Staff.SelectMany(p => Names.Ways(p.Name).Select(k => (Key: k, Person: p)))
                .GroupBy(n => n.Key, n => n.Person, StringComparer.OrdinalIgnoreCase)
        )
        {
            TaskOwner[] owners = [.. same.Select(p => new TaskOwner.OfPerson(p.Id))];
            _names.Add((same.Key, new NamedOne(same.First().Name, owners[0], owners[1..]), false));
        }

        foreach (var crew in setting.Crews)
            _names.Add((crew.Name, new NamedOne(crew.Name, new TaskOwner.OfCrew(crew.Id), []), true));
        var taken = _names.Select(n => n.Key).ToHashSet(StringComparer.OrdinalIgnoreCase);
        foreach (var other in setting.Others)
        foreach (var key in Names.Ways(other))
            if (taken.Add(key))
                _names.Add((key, new NamedOne(other, null, []), false));
        _names.Sort((a, b) => b.Key.Length.CompareTo(a.Key.Length));
        foreach (var (key, one, isCrew) in _names)
        {
            var word = key.ToLowerInvariant();
            if (
                one.Owner is not null
                && (isCrew || (!WordForms.IsVerb(word) && WordForms.ClassOf(word) is WordClass.Noun))
            )
                _unmarked.TryAdd(word, one);
        }

        foreach (var nickname in setting.Nicknames)
            if (NameOf(nickname.Owner, setting) is { } name)
                _unmarked.TryAdd(nickname.Word, new(name, nickname.Owner, []) { IsNickname = true });
    }

    private static string? NameOf(TaskOwner owner, ReaderSetting setting) =>
        owner switch
        {
            TaskOwner.OfPerson p => setting.Staff.FirstOrDefault(s => s.Id == p.Person)?.Name,
            TaskOwner.OfCrew c => setting.Crews.FirstOrDefault(s => s.Id == c.Crew)?.Name,
            _ => null,
        };

    /// <summary>The tokens of a text, of a very long one the first.</summary>
    public Tokens Read(string text, int most)
    {
        var tokens = new List<Token>();
        var i = 0;
        var lineStart = true;
        while (i < text.Length && tokens.Count < most)
        {
            var c = text[i];
            if (c == '\n')
            {
                tokens.Add(new(TokenKind.LineBreak, "\n", new(i, i + 1)));
                lineStart = true;
                i++;
                continue;
            }

            if (char.IsWhiteSpace(c))
            {
                i++;
                continue;
            }

            var token =
                (lineStart || (tokens.Count > 0 && Enumerates(text, i, tokens)) ? Bullet(text, i) : null)
                ?? Name(text, i)
                ?? Digits(text, i)
                ?? WordAt(text, i)
                ?? new Token(TokenKind.Mark, c is '–' or '—' ? "-" : c.ToString(), new(i, i + 1));
            if (token.Kind is TokenKind.Word && _unmarked.TryGetValue(token.Lower, out var one))
                token = token with { Name = one };
            tokens.Add(token);
            i = token.Span.End;
            lineStart = token.Kind is TokenKind.Bullet;
        }

        return new([.. tokens]);
    }

    /// <summary>"1) … 2) …" within a line, "1. … 2. …" where one follows the other.</summary>
    private static bool Enumerates(string text, int i, List<Token> tokens)
    {
        if (IsNumberInBrackets(text, i))
            return true;
        if (!char.IsAsciiDigit(text[i]) || i + 2 >= text.Length || text[i + 2] is not ' ' || text[i - 1] is not ' ')
            return false;
        return text[i + 1] is ')'
            || text[i + 1] is '.'
                && (
                    text[i] is '1'
                        ? text.IndexOf(" 2. ", i, StringComparison.Ordinal) > i
                        : tokens.FindLast(t => t.Kind is TokenKind.Bullet) is { Kind: TokenKind.Bullet } last
                            && text[last.Span.Start] == text[i] - 1
                );
    }

    /// <summary>"(1) ".</summary>
    private static bool IsNumberInBrackets(string text, int i) =>
        i + 3 < text.Length
        && text[i] is '('
        && char.IsAsciiDigit(text[i + 1])
        && text[i + 2] is ')'
        && text[i + 3] is ' ';

    private static Token? Bullet(string text, int i)
    {
        var end = i;
        if (text[i] is '-' or '*' or '•' or '+' && i + 1 < text.Length && text[i + 1] == ' ')
            end = i + 1;
        else if (IsNumberInBrackets(text, i))
            end = i + 3;
        else if (char.IsAsciiDigit(text[i]))
        {
            var j = i;
            while (j < text.Length && char.IsAsciiDigit(text[j]))
                j++;
            if (j - i <= 2 && j + 1 < text.Length && text[j] is '.' or ')' && text[j + 1] == ' ')
                end = j + 1;
        }

        if (end == i)
            return null;
        foreach (var box in (ReadOnlySpan<string>)[" [ ]", " [x]"])
            if (string.CompareOrdinal(text, end, box, 0, box.Length) == 0)
                end += box.Length;
        return new(TokenKind.Bullet, "-", new(i, end));
    }

    private Token? Name(string text, int i)
    {
        var tagged = text[i] == '@';
        var from = tagged ? i + 1 : i;
        if (!tagged && !char.IsLetter(text[i]))
            return null;
        foreach (var (key, one, isCrew) in _names)
        {
            // A crew of one word is found among the words; "skate hire" is not.
            if (isCrew && !tagged && !key.Contains(' ', StringComparison.Ordinal))
                continue;
            if (!text.AsSpan(from).StartsWith(key, StringComparison.OrdinalIgnoreCase))
                continue;
            var end = from + key.Length;
            if (!tagged && !isCrew && !char.IsUpper(text[from]) && !IsCalledInSmallLetters(text, from, end))
                continue;
            if (
                end > text.Length
                || (
                    end < text.Length
                    && (char.IsLetterOrDigit(text[end]) || (IsPossessive(text, end) && !IsAbout(text, end)))
                )
            )
                continue;
            return new(TokenKind.Name, text[from..end].ToLowerInvariant(), new(i, end), 0, one, tagged);
        }

        return null;
    }

    /// <summary>"kit water the ferns pls": where nothing has a capital, a name that can be a word is called at the head.</summary>
    private static bool IsCalledInSmallLetters(string text, int from, int end)
    {
        if (from > 0 && text[from - 1] is not '\n' || text.AsSpan().IndexOfAnyInRange('A', 'Z') >= 0)
            return false;
        var next = text.AsSpan(Math.Min(end, text.Length)).TrimStart();
        var word = next[..(next.IndexOfAny(' ', '\n') is >= 0 and var at ? at : next.Length)];
        return word
            is not ("the" or "a" or "an" or "it" or "them" or "this" or "that" or "my" or "our" or "your" or "");
    }

    private static bool IsPossessive(string text, int i) =>
        text[i] is '\'' or '’' && i + 1 < text.Length && char.IsLetter(text[i + 1]);

    /// <summary>"Kit's going to", which is of Kit and not of a thing of his.</summary>
    private static bool IsAbout(string text, int i) =>
        text.AsSpan(i + 1) is var rest
        && (
            rest.StartsWith("s going to ", StringComparison.OrdinalIgnoreCase)
            || rest.StartsWith("ll ", StringComparison.OrdinalIgnoreCase)
            || rest.StartsWith("s to ", StringComparison.OrdinalIgnoreCase)
            || rest.StartsWith("s turn", StringComparison.OrdinalIgnoreCase)
        );

    private static Token? Digits(string text, int i)
    {
        if (!char.IsAsciiDigit(text[i]))
            return null;
        var j = i;
        while (j < text.Length && char.IsAsciiDigit(text[j]))
            j++;
        if (j - i <= 3 && IsThousands(text, j))
        {
            while (IsThousands(text, j))
                j += 4;
            return new(TokenKind.Number, text[i..j], new(i, j), int.MaxValue);
        }

        var number = j - i <= 8 ? int.Parse(text.AsSpan(i, j - i), CultureInfo.InvariantCulture) : int.MaxValue;

        // 2026-05-12, 12/5, 12/5/26, 12.5.2026
        if (j < text.Length && text[j] is '/' or '-' or '.')
        {
            var k = j;
            while (
                k < text.Length
                && (
                    char.IsAsciiDigit(text[k])
                    || (text[k] is '/' or '-' or '.' && k + 1 < text.Length && char.IsAsciiDigit(text[k + 1]))
                )
            )
                k++;
            var run = text[i..k];
            var parts = run.Split('/', '-', '.');
            // "by 16.4.": with a full stop after each, as in much of Europe
            var dotted =
                parts is [var first, { Length: 1 } second]
                && run[j - i] is '.'
                && first.Length <= 2
                && second[0] is not '0'
                && k < text.Length
                && text[k] is '.'
                && !(k + 1 < text.Length && char.IsLetterOrDigit(text[k + 1]))
                && LeadsToADate(text, i);
            if (dotted)
                return new(TokenKind.NumericDate, run, new(i, k + 1));
            var isDate = parts.Length == 3 || (parts.Length == 2 && run.Contains('/', StringComparison.Ordinal));
            if (isDate && !(k < text.Length && char.IsLetterOrDigit(text[k])))
                return new(TokenKind.NumericDate, run, new(i, k));
        }

        // 15:00, 15.00, 3:30pm
        if (
            j + 2 < text.Length
            && text[j] is ':' or '.'
            && char.IsAsciiDigit(text[j + 1])
            && char.IsAsciiDigit(text[j + 2])
            && !(j + 3 < text.Length && char.IsLetterOrDigit(text[j + 3]) && Meridiem(text, j + 3) is null)
            && number < 24
        )
        {
            var minutes = ((text[j + 1] - '0') * 10) + text[j + 2] - '0';
            if (minutes < 60)
            {
                var half = Meridiem(text, j + 3);
                return new(
                    TokenKind.Clock,
                    text[i..(half?.End ?? j + 3)],
                    new(i, half?.End ?? j + 3),
                    Minutes(number, minutes, half?.Afternoon)
                );
            }
        }

        // 15h, 15h30
        if (j < text.Length && text[j] is 'h' && number is >= 6 and < 24)
        {
            var k = j + 1;
            while (k < text.Length && char.IsAsciiDigit(text[k]))
                k++;
            var minutes = k == j + 3 ? int.Parse(text.AsSpan(j + 1, 2), CultureInfo.InvariantCulture) : 0;
            if ((k == j + 1 || k == j + 3) && minutes < 60 && (k == text.Length || !char.IsLetterOrDigit(text[k])))
                return new(TokenKind.Clock, text[i..k], new(i, k), Minutes(number, minutes, null));
        }

        if (Meridiem(text, j) is { } m && number is > 0 and <= 12)
            return new(TokenKind.Clock, text[i..m.End], new(i, m.End), Minutes(number, 0, m.Afternoon));
        if (
            j + 2 <= text.Length
            && text.Substring(j, 2).ToLowerInvariant() is "st" or "nd" or "rd" or "th"
            && !(j + 2 < text.Length && char.IsLetter(text[j + 2]))
        )
            return new(TokenKind.Ordinal, text[i..(j + 2)].ToLowerInvariant(), new(i, j + 2), number);
        while (j < text.Length && char.IsLetterOrDigit(text[j]))
            j++;
        var plain = text[i..j].All(char.IsAsciiDigit);
        var written = text[i..j].ToLowerInvariant();
        var meant = plain ? written : Slips.Mend(written);
        return new(plain ? TokenKind.Number : TokenKind.Word, meant, new(i, j), number) { Mended = meant != written };
    }

    /// <summary>A comma with three digits, and no more: "8,000".</summary>
    private static bool IsThousands(string text, int i) =>
        i + 3 < text.Length
        && text[i] == ','
        && text.AsSpan(i + 1, 3).IndexOfAnyExceptInRange('0', '9') < 0
        && !(i + 4 < text.Length && char.IsAsciiDigit(text[i + 4]));

    private static (int End, bool Afternoon)? Meridiem(string text, int i)
    {
        if (i < text.Length && text[i] == ' ')
            i++;
        foreach (
            var (word, afternoon) in (ReadOnlySpan<(string, bool)>)
                [("a.m.", false), ("p.m.", true), ("am", false), ("pm", true)]
        )
        {
            if (string.Compare(text, i, word, 0, word.Length, StringComparison.OrdinalIgnoreCase) != 0)
                continue;
            var end = i + word.Length;
            if (end < text.Length && char.IsLetter(text[end]))
                continue;
            return (end, afternoon);
        }

        return null;
    }

    private static int Minutes(int hour, int minute, bool? afternoon) =>
        afternoon switch
        {
            true => ((hour % 12) + 12) * 60,
            false => hour % 12 * 60,
            null => hour * 60,
        } + minute;

    private static bool LeadsToADate(string text, int i)
    {
        var before = text.AsSpan(0, i).TrimEnd();
        var word = before[(before.LastIndexOfAny(' ', '\n', '(') + 1)..];
        return word.Equals("by", StringComparison.OrdinalIgnoreCase)
            || word.Equals("on", StringComparison.OrdinalIgnoreCase)
            || word.Equals("before", StringComparison.OrdinalIgnoreCase)
            || word.Equals("until", StringComparison.OrdinalIgnoreCase);
    }

    /// <summary>"The visitors' book": the apostrophe is of the word, unless it closes what is quoted.</summary>
    private static bool OwnsWhatFollows(string text, int i)
    {
        if (
            i + 2 >= text.Length
            || text[i] is not ('\'' or '’')
            || text[i - 1] is not 's'
            || text[i + 1] is not ' '
            || !char.IsLetter(text[i + 2])
        )
            return false;
        for (var k = i - 1; k >= 0 && text[k] is not '\n'; k--)
            if (text[k] is '\'' or '‘' && (k == 0 || !char.IsLetterOrDigit(text[k - 1])))
                return false;
        return true;
    }

    private static bool IsBeforeAGerund(string text, int i)
    {
        var from = i + 1;
        var to = from;
        while (to < text.Length && char.IsLetter(text[to]))
            to++;
        return to - from > 4 && WordForms.GerundBase(text[from..to].ToLowerInvariant()) is not null;
    }

    private const string AsapInLetters = "a.s.a.p.";

    /// <summary>"Wednesday" has so many letters.</summary>
    private const int LongestDay = 9;

    /// <summary>Whether the hyphen at a place stands between two days: "Mon-Wed".</summary>
    private static bool JoinsWeekdays(string text, int from, int hyphen)
    {
        if (
            text[hyphen] != '-'
            || hyphen - from > LongestDay
            || !Lexicon.Weekdays.ContainsKey(text[from..hyphen].ToLowerInvariant())
        )
            return false;
        var end = hyphen + 1;
        while (end < text.Length && end <= hyphen + LongestDay && char.IsLetter(text[end]))
            end++;
        return (end == text.Length || !char.IsLetter(text[end]))
            && Lexicon.Weekdays.ContainsKey(text[(hyphen + 1)..end].ToLowerInvariant());
    }

    private static Token? WordAt(string text, int i)
    {
        if (!char.IsLetter(text[i]) && text[i] != '#')
            return null;
        if (string.Compare(text, i, AsapInLetters, 0, AsapInLetters.Length, StringComparison.OrdinalIgnoreCase) == 0)
            return new(TokenKind.Word, "asap", new(i, i + AsapInLetters.Length));
        // "Friday a.m."
        if (i + 1 < text.Length && text[i + 1] == '.' && Meridiem(text, i) is { } half)
            return new(TokenKind.Word, half.Afternoon ? "pm" : "am", new(i, half.End));
        var j = i + 1;
        while (
            j < text.Length
            && (
                char.IsLetterOrDigit(text[j])
                || (text[j] is '\'' or '’' or '-' && j + 1 < text.Length && char.IsLetterOrDigit(text[j + 1]))
            )
            && !JoinsWeekdays(text, i, j)
        )
            j++;
        if (OwnsWhatFollows(text, j))
            j++;
        var written = text[i..j].ToLowerInvariant().Replace('’', '\'');
        // "If ur passing"
        var meant = written is "ur" && IsBeforeAGerund(text, j) ? "you're" : Slips.Mend(written);
        return new(TokenKind.Word, meant, new(i, j)) { Mended = !ReferenceEquals(meant, written) && meant != written };
    }
}
