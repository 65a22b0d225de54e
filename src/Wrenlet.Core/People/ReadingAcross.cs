namespace Wrenlet.Core.People;

/// <summary>
/// Reading what was said in every docket by person, party and time, limited dockets too: for those who have the right,
/// and kept in the log. Nobody reads others' direct and group conversations.
/// </summary>
public static class ReadingAcross
{
    /// <summary>Whether the right opens what was said at a place: in dockets, inside and outside, and nowhere else.</summary>
    public static bool Opens(Person reader, Place place)
    {
        ArgumentNullException.ThrowIfNull(reader);
        return reader.IsStaff && reader.May(Right.ReadAcross) && place is Place.Inside or Place.Outside;
    }

    /// <summary>Whether it is kept in the log that somebody read there: they are neither listed on the docket nor its owner.</summary>
    /// <param name="reader">Who reads.</param>
    /// <param name="docket">Who sees the docket.</param>
    /// <param name="owner">Who answers for it; null for nobody.</param>
    public static bool IsLogged(Person reader, DocketSight docket, PersonId? owner)
    {
        ArgumentNullException.ThrowIfNull(reader);
        ArgumentNullException.ThrowIfNull(docket);
        return reader.Id != owner
            && !(docket.Limited && (docket.People.Contains(reader.Id) || docket.Crews.Any(reader.Crews.Contains)));
    }
}
