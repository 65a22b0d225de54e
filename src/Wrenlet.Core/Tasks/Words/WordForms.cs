using System.Collections.Frozen;
using System.Reflection;

namespace Wrenlet.Core.Tasks.Words;

/// <summary>Verbs, what else each can be, and their endings.</summary>
/// <remarks>
/// From WordNet 3.0 (Princeton University), of which verbs.txt holds the verbs of one word with how often each was met as a
/// verb, a noun and an adjective; and the verbs by which work is usually ordered, which its texts seldom say.
/// </remarks>
internal static class WordForms
{
    private readonly record struct Levels(byte Verb, byte Noun, byte Adjective);

    private static readonly FrozenDictionary<string, Levels> Verbs;
    private static readonly FrozenDictionary<string, string> Irregular;

    /// <summary>Past forms that do not end in -ed, by their verbs.</summary>
    private static readonly FrozenDictionary<string, string> Pasts;

    private static readonly FrozenSet<string> SamePast = Lexicon.Set(
        "put let cut shut set hit cost hurt read split spread burst cast quit rid shed bet"
    );

    private static readonly FrozenDictionary<string, WordClass> Closed = Classes(
        (WordClass.Be, "is are was were am been isn't aren't wasn't weren't being"),
        (WordClass.Have, "has had hasn't haven't hadn't having"),
        (WordClass.HaveBase, "have"),
        (WordClass.Do, "does did doesn't didn't doing done"),
        (WordClass.DoBase, "do"),
        (
            WordClass.Modal,
            "can could would will shall should must may might ought can't cannot couldn't wouldn't won't shan't shouldn't mustn't"
        ),
        (
            WordClass.Stating,
            "it's he's she's they're they've they'd they'll that's there's what's who's where's here's i'm i've i'd we've we're "
                + "we'd you've you'd you're you'll he'd she'd he'll she'll it'd it'll how's everyone's everybody's someone's "
                + "somebody's nobody's nothing's that'll that'd there'll there'd"
        ),
        (WordClass.Subject, "he she it they there this that these those"),
        (WordClass.I, "i i'll"),
        (WordClass.We, "we we'll"),
        (WordClass.You, "you"),
        (WordClass.Object, "me him them us myself himself themselves ourselves"),
        (WordClass.Someone, "someone somebody anyone anybody everyone everybody whoever folks"),
        (WordClass.NoOne, "nobody nothing none neither noone"),
        (WordClass.Determiner, "the a an my our your his her their its some any all both no every each another"),
        (
            WordClass.Preposition,
            "of in on at by for with from into onto about under over after before until till between without through per via "
                + "off out up down round behind near since during against along across towards around as like than"
        ),
        (WordClass.To, "to"),
        (WordClass.Conjunction, "and but or so then plus & nor yet"),
        (WordClass.Subordinator, "because while whereas if unless when whenever once although though whether"),
        (WordClass.Question, "who whom whose which what where why how"),
        (WordClass.Denial, "not never don't needn't neither no-one"),
        (
            WordClass.Courtesy,
            "please kindly thanks thank cheers ta hi hello hey hiya dear morning ok okay right well sorry just yes no oh fyi ah btw ps "
                + "p.s"
        ),
        (
            WordClass.Adverb,
            "already still again always often usually never also only very really quite too almost nearly here now soon later "
                + "back away today's instead maybe perhaps probably honestly apparently typically early late"
        )
    );

    static WordForms()
    {
        var verbs = new Dictionary<string, Levels>(9_000);
        var irregular = new Dictionary<string, string>(1_500);
        var pasts = new Dictionary<string, string>(500);
        using var stream = Assembly.GetExecutingAssembly().GetManifestResourceStream("verbs.txt")!;
        using var lines = new StreamReader(stream);
        while (lines.ReadLine() is { } line)
        {
            var parts = line.Split(' ');
            verbs[parts[0]] = new((byte)(parts[1][0] - '0'), (byte)(parts[1][1] - '0'), (byte)(parts[1][2] - '0'));
            foreach (var form in parts[2..])
                irregular.TryAdd(form, parts[0]);
            // "Given gave", "written wrote", "gone went": the one by itself is told by what it does not end in.
            if (
                parts[2..].Where(f => !f.EndsWith("ing", StringComparison.Ordinal)).ToArray() is { Length: > 0 } forms
                && (Array.Find(forms, f => !EndsAsDone(f, parts[0])) ?? forms[0]) is var past
            )
                pasts.TryAdd(parts[0], past);
        }

        foreach (var verb in Lexicon.UsualOrders)
        {
            var known = verbs.GetValueOrDefault(verb);
            verbs[verb] = known with { Verb = (byte)Math.Min(9, Math.Max(known.Verb + 2, 5)) };
        }

        Verbs = verbs.ToFrozenDictionary();
        Irregular = irregular.ToFrozenDictionary();
        Pasts = pasts.ToFrozenDictionary();
    }

    /// <summary>"Written", "gone", "begun", "done": what stands behind "have".</summary>
    private static bool EndsAsDone(string form, string verb) =>
        form.EndsWith("en", StringComparison.Ordinal)
        || form.EndsWith("wn", StringComparison.Ordinal)
        || form is "gone" or "done" or "been" or "torn" or "worn" or "borne" or "sworn" or "are" or "am" or "were"
        || (
            form.Length > 3
            && form.EndsWith("un", StringComparison.Ordinal)
            && verb.EndsWith("in", StringComparison.Ordinal)
        )
        || (
            form.Length > 3
            && (form.EndsWith("ung", StringComparison.Ordinal) || form.EndsWith("unk", StringComparison.Ordinal))
        );

    /// <summary>The past form of a verb: "charged", "went".</summary>
    /// <param name="verb">Its base form, in lower case.</param>
    public static string PastOf(string verb) =>
        Pasts.TryGetValue(verb, out var irregular) ? irregular
        : HasSamePast(verb) ? verb
        : verb.EndsWith('e') ? verb + "d"
        : verb is [.., not ('a' or 'e' or 'i' or 'o' or 'u'), 'y'] ? verb[..^1] + "ied"
        : DoublesItsEnd(verb) ? verb + verb[^1] + "ed"
        : verb + "ed";

    /// <summary>"Takes", "carries", "fixes".</summary>
    /// <param name="verb">A verb's base form, in lower case.</param>
    public static string ThirdOf(string verb) =>
        verb is "have" ? "has"
        : verb is [.., not ('a' or 'e' or 'i' or 'o' or 'u'), 'y'] ? verb[..^1] + "ies"
        : verb is [.., 's' or 'x' or 'z' or 'o'] or [.., 'c' or 's', 'h'] ? verb + "es"
        : verb + "s";

    /// <summary>"Stop", "fit": a short verb of one vowel before its last letter.</summary>
    private static bool DoublesItsEnd(string verb) =>
        verb.Length is 3 or 4
        && verb is [.., not ('a' or 'e' or 'i' or 'o' or 'u'), 'a' or 'e' or 'i' or 'o' or 'u', var last]
        && last is not ('a' or 'e' or 'i' or 'o' or 'u' or 'w' or 'x' or 'y');

    /// <summary>Whether a word can be the base form of a verb.</summary>
    public static bool IsVerb(string word) => Verbs.ContainsKey(word) || Prefixed(word) is not null;

    /// <summary>What a word can be; <see cref="WordClass.Noun"/> where nothing else is known of it.</summary>
    /// <param name="word">In lower case.</param>
    public static WordClass ClassOf(string word)
    {
        if (Closed.TryGetValue(word, out var closed))
            return closed;
        if (word.EndsWith("'s", StringComparison.Ordinal) || word.EndsWith("s'", StringComparison.Ordinal))
            return WordClass.Possessive;
        if (
            Verbs.TryGetValue(word, out var levels)
            || (Prefixed(word) is { } base1 && Verbs.TryGetValue(base1, out levels))
        )
        {
            if (
                Irregular.TryGetValue(word, out var of)
                && of != word
                && !Lexicon.UsualOrders.Contains(word)
                && Verbs[of].Verb >= levels.Verb
            )
                return WordClass.Past;
            return levels.Adjective > levels.Verb ? WordClass.VerbOrAdjective
                : levels.Noun == 0 || levels.Verb >= levels.Noun + 2 ? WordClass.Verb
                : levels.Verb >= levels.Noun - 1 ? WordClass.VerbOrNoun
                : WordClass.NounOrVerb;
        }

        // "Road-test it", "spot-check them"
        if (
            word.LastIndexOf('-') is > 1 and var hyphen
            && Verbs.TryGetValue(word[(hyphen + 1)..], out var last)
            && last.Verb > 4
            && word.Length - hyphen > 3
        )
            return WordClass.NounOrVerb;
        if (PastBase(word) is not null)
            return WordClass.Past;
        if (GerundBase(word) is not null)
            return WordClass.Gerund;
        if (word.Length > 3 && word.EndsWith("ly", StringComparison.Ordinal))
            return WordClass.Adverb;
        return ThirdBase(word) is { } b && Verbs[b] is { } third && third.Verb + 1 >= third.Noun
            ? WordClass.Third
            : WordClass.Noun;
    }

    /// <summary>The base form of a past form: "painted", "sent"; null where it is none.</summary>
    public static string? PastBase(string word) =>
        Irregular.TryGetValue(word, out var irregular) ? irregular
        : AgainBase(word) is { } again ? again
        : word.EndsWith("ied", StringComparison.Ordinal) && Known(word[..^3] + "y") is { } y ? y
        : word.EndsWith("ed", StringComparison.Ordinal) ? Stem(word[..^2])
        : null;

    /// <summary>The base form of "painting", "tying", "cutting"; null where it is none.</summary>
    public static string? GerundBase(string word) =>
        !word.EndsWith("ing", StringComparison.Ordinal) || word.Length < 5 ? null
        : word.EndsWith("ying", StringComparison.Ordinal) && Known(word[..^4] + "ie") is { } ie ? ie
        : Stem(word[..^3]);

    /// <summary>What "deadheading" is likely of, though the verb is not known; null where it does not end so.</summary>
    public static string? GuessedGerundBase(string word)
    {
        if (GerundBase(word) is { } known)
            return known;
        if (word.Length < 7 || !word.EndsWith("ing", StringComparison.Ordinal))
            return null;
        var stem = word[..^3];
        return stem[^1] == stem[^2] && stem[^1] is not ('l' or 's') ? stem[..^1] : stem;
    }

    /// <summary>Whether the past form is the same as the base: "put", "let".</summary>
    public static bool HasSamePast(string word) =>
        SamePast.Contains(word) || (word.StartsWith("re", StringComparison.Ordinal) && SamePast.Contains(word[2..]));

    /// <summary>The base form of "takes", "carries"; null where it is none.</summary>
    public static string? ThirdBase(string word) =>
        !word.EndsWith('s') || word.EndsWith("ss", StringComparison.Ordinal) ? null
        : word.EndsWith("ies", StringComparison.Ordinal) && Listed(word[..^3] + "y") is { } y ? y
        : Listed(word[..^1]) ?? (word.EndsWith("es", StringComparison.Ordinal) ? Listed(word[..^2]) : null);

    /// <summary>The verb of which a stem was left when its ending was taken: "clos" of "close", "fitt" of "fit".</summary>
    private static string? Stem(string stem)
    {
        if (stem.Length < 2)
            return null;
        var doubled = stem.Length > 2 && stem[^1] == stem[^2];
        var vowelBefore = stem.Length > 2 && "aeiou".Contains(stem[^2], StringComparison.Ordinal);
        var single = doubled ? Known(stem[..^1]) : null;
        var silent = Known(stem + "e");
        var plain = Known(stem);
        // "closed" is of "close", "cleaned" of "clean", "filled" of "fill": the likelier verb of those that there are.
        return new[] { plain, silent, single }
            .Where(v => v is not null)
            .MaxBy(v => Verbs.GetValueOrDefault(v!).Verb + (v == single && !vowelBefore ? 0.5 : 0));
    }

    private static string? Listed(string word) => Verbs.ContainsKey(word) ? word : null;

    private static string? Known(string word) =>
        Verbs.ContainsKey(word) || (word.StartsWith("re", StringComparison.Ordinal) && Prefixed(word) is not null)
            ? word
            : null;

    /// <summary>"Restrung" is of "restring", as "strung" is of "string".</summary>
    private static string? AgainBase(string word) =>
        word.Length > 6
        && word.StartsWith("re", StringComparison.Ordinal)
        && Irregular.TryGetValue(word[2..], out var of)
        && of != word[2..]
            ? "re" + of
            : null;

    private static string? Prefixed(string word)
    {
        foreach (var prefix in (ReadOnlySpan<string>)["re", "un", "de", "double", "pre", "over"])
            if (
                word.Length > prefix.Length + 2
                && word.StartsWith(prefix, StringComparison.Ordinal)
                && Verbs.ContainsKey(word[prefix.Length..].TrimStart('-'))
                && (word[prefix.Length] == '-' || prefix is "re" or "un")
            )
                return word[prefix.Length..].TrimStart('-');
        return null;
    }

    private static FrozenDictionary<string, WordClass> Classes(
        params ReadOnlySpan<(WordClass Class, string Words)> lists
    )
    {
        var all = new Dictionary<string, WordClass>();
        foreach (var (kind, words) in lists)
        foreach (var word in words.Split(' '))
            all.TryAdd(word, kind);
        return all.ToFrozenDictionary();
    }
}
