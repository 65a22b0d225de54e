namespace Wrenlet.Core.Tasks.Words;

/// <summary>What kind of thing a token is.</summary>
internal enum TokenKind
{
    Word,
    Number,
    Ordinal,
    Clock,
    NumericDate,
    Name,
    Mark,
    LineBreak,
    Bullet,
}

/// <summary>A word, number, name or mark of a message.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Lower">Its text in lower case.</param>
/// <param name="Span">Where it stands.</param>
/// <param name="Value">Of a number or ordinal its value, of a clock its minutes since midnight.</param>
/// <param name="Name">Who is named, or may be where it is a word that a crew is called by; null for all others.</param>
/// <param name="Tagged">Whether a name was written with an at sign.</param>
internal readonly record struct Token(
    TokenKind Kind,
    string Lower,
    Span Span,
    int Value = 0,
    NamedOne? Name = null,
    bool Tagged = false
)
{
    /// <summary>Whether its text was mended: a slip, or a word that was written short.</summary>
    public bool Mended { get; init; }

    /// <summary>Stands for what is beyond the message.</summary>
    public static readonly Token None = new(TokenKind.Mark, "", default);

    public bool Is(string word) => Kind is TokenKind.Word or TokenKind.Mark && Lower == word;

    public bool IsWord => Kind is TokenKind.Word;
}

/// <summary>Someone whose name stands in the message.</summary>
/// <param name="Text">The name in full.</param>
/// <param name="Owner">The person or crew; null for someone who cannot own, a customer say.</param>
/// <param name="Others">Others of the same name.</param>
internal sealed record NamedOne(string Text, TaskOwner? Owner, IReadOnlyList<TaskOwner> Others)
{
    /// <summary>Whether it is only a word by which the firm calls them.</summary>
    public bool IsNickname { get; init; }
}
