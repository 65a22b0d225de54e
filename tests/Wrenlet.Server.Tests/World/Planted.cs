// Breaches of the order of layers and parts, for the tests that look for them.
namespace Wrenlet.Planted.Low
{
    internal sealed class Reaching
    {
        public Wrenlet.Server.Settings? Up { get; init; }
    }
}

namespace Wrenlet.Planted.People
{
    internal sealed class Left
    {
        public Tasks.Right? Right { get; init; }
    }
}

namespace Wrenlet.Planted.Tasks
{
    internal sealed class Right
    {
        public Pages.Page? Page { get; init; }
    }
}

namespace Wrenlet.Planted.Pages
{
    internal sealed class Page
    {
        public Tasks.Right? Right { get; init; }
    }
}
