namespace Wrenlet.Core.Tasks.Words;

/// <summary>The tokens of a message. Each is handed out where it stands: they are looked at hundreds of times, and are not small.</summary>
internal sealed class Tokens(Token[] all)
{
    /// <summary>How many there are.</summary>
    public int Count => all.Length;

    /// <summary>A token; <see cref="Token.None"/> where the message has none.</summary>
    public ref readonly Token this[int i]
    {
        get
        {
            if ((uint)i < (uint)all.Length)
                return ref all[i];
            return ref Token.None;
        }
    }
}
