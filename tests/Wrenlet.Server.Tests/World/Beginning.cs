using System.Runtime.CompilerServices;
using Wrenlet.Formats.Conversations;

namespace Wrenlet.Server.Tests.World;

/// <summary>
/// What the program does at its start, these tests do too: some of them use the mail library by themselves.
/// </summary>
internal static class Beginning
{
    [ModuleInitializer]
    internal static void Begin() => Charsets.Register();
}
