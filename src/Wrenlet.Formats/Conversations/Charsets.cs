using System.Diagnostics.CodeAnalysis;
using System.Runtime.CompilerServices;
using System.Text;

namespace Wrenlet.Formats.Conversations;

/// <summary>The character sets in which mails still come, beside those that .NET knows by itself.</summary>
public static class Charsets
{
    /// <summary>
    /// Makes them known. It has to happen before the mail library is used for the first time, since that asks once
    /// only; so it
    /// happens when this assembly is loaded, and a program that uses the library by itself calls it at its start.
    /// </summary>
    [ModuleInitializer]
    [SuppressMessage(
        "Usage",
        "CA2255",
        Justification = "Registering twice does no harm, and too late would read mails wrongly without a word."
    )]
    public static void Register() => Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);
}
