using Wrenlet.Server.Accounts;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Storage;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Server.Tasks;

/// <summary>Ends a person's secret calendar address with their old password, and when they leave.</summary>
public sealed class FeedsEnd : IHandles<PasswordReplaced>, IHandles<PersonLeft>
{
    /// <inheritdoc/>
    public void Handle(Writing w, PasswordReplaced happening)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(happening);
        FeedStore.Remove(w.Session, happening.Person);
    }

    /// <inheritdoc/>
    public void Handle(Writing w, PersonLeft happening)
    {
        ArgumentNullException.ThrowIfNull(w);
        ArgumentNullException.ThrowIfNull(happening);
        FeedStore.Remove(w.Session, happening.Person.Id);
    }
}
