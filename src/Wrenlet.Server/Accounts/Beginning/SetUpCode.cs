using System.Security.Cryptography;
using System.Text;
using Wrenlet.Server.People;

namespace Wrenlet.Server.Accounts;

/// <summary>
/// The code that the start prints as long as no firm was set up: whoever has it started the server, or was given it by
/// who did. It is another one with each start.
/// </summary>
public sealed class SetUpCode(WhoIsWho who)
{
    /// <summary>Without letters and digits that are taken for one another; 8 of them are 36 bits.</summary>
    private const string Letters = "ABCDEFGHJKLMNPQRTUVWXY3";
    private readonly string _code = RandomNumberGenerator.GetString(Letters, 8);

    /// <summary>The code as it is read; null once there is a firm.</summary>
    public string? Shown => who.Current.Firm is null ? $"{_code[..4]}-{_code[4..]}" : null;

    /// <summary>Whether this is the code, however it is written.</summary>
    public bool Is(string typed)
    {
        ArgumentNullException.ThrowIfNull(typed);
        var plain = string.Concat(typed.ToUpperInvariant().Where(char.IsAsciiLetterOrDigit));
        return CryptographicOperations.FixedTimeEquals(Encoding.ASCII.GetBytes(plain), Encoding.ASCII.GetBytes(_code));
    }
}
