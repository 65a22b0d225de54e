using Wrenlet.Core.People;

namespace Wrenlet.Core.Reports.Imports;

/// <summary>Who may bring what along, and who sees that.</summary>
public static class ImportRules
{
    /// <summary>The right that bringing something along needs; null for what all colleagues may.</summary>
    public static Right? Needs(ImportKind kind) => kind is ImportKind.Tasks ? null : Right.ManageContacts;

    /// <summary>Whether somebody sees an import, and may stop it and take it back: it is theirs, or they set up the firm.</summary>
    public static bool Sees(Person viewer, PersonId madeBy)
    {
        ArgumentNullException.ThrowIfNull(viewer);
        return viewer.IsStaff && (viewer.Id == madeBy || viewer.May(Right.SetUp));
    }
}
