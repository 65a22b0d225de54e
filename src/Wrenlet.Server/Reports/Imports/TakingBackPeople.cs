using System.Text.Json;
using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Storage;
using Wrenlet.Storage.People;
using Wrenlet.Storage.Reports;

namespace Wrenlet.Server.Reports.Imports;

/// <summary>Contacts that an import brought, or changed, are as they were before.</summary>
internal sealed class TakingBackContacts : ITakesBack
{
    public string Thing => "person";

    public (string Name, string Why)? TakeBack(Writing w, ImportMade made, Instant at)
    {
        var (s, id) = (w.Session, new PersonId(made.Subject));
        if (PeopleStore.Contact(s, id) is not { } there)
            return null;
        if (ContactState.Of(there).ToJson() != made.Mark)
            return (there.Person.Name, "changed since");
        if (made.Before is { } before)
            JsonSerializer.Deserialize<ContactState>(before)!.Write(s, id);
        else if (ImportStore.IsUsed(s, id))
            return (there.Person.Name, "written to or asked since");
        else
            ImportStore.TakeBack(s, id, at);
        return null;
    }
}

/// <summary>Customers and partners that an import brought are gone, and cards that it filled in are as before.</summary>
internal sealed class TakingBackParties : ITakesBack
{
    public string Thing => "party";

    public (string Name, string Why)? TakeBack(Writing w, ImportMade made, Instant at)
    {
        var (s, id) = (w.Session, new PartyId(made.Subject));
        if (PeopleStore.Party(s, id) is not { } there)
            return null;
        if (PartyState.Read(s, id) != made.Mark)
            return (there.Name, "changed since");
        if (made.Before is { } before)
            PartyCardStore.Set(s, id, JsonSerializer.Deserialize<PartyCard>(before)!);
        else if (ImportStore.IsUsed(s, id))
            return (there.Name, "has conversations, people or things by now");
        else
            ImportStore.TakeBack(s, id, at);
        return null;
    }
}
