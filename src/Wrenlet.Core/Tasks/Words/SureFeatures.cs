namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// What settles by itself, or nearly so, whether a candidate asks for work: what each is worth is given, and not learned.
/// </summary>
internal static class SureFeatures
{
    /// <summary>So of each of several things that a sentence lists: it asks, whatever else is so.</summary>
    public static readonly Feature IsListed = Named("listed", "each");

    /// <summary>So of what is all that its sentence asks: "the pump has packed up. Ada asap".</summary>
    public static readonly Feature IsAllThatIsAsked = Named("all that is asked", "called");

    /// <summary>So of "could somebody look": whoever it is, somebody is asked.</summary>
    public static readonly Feature IsAskedOfSomebody = Named("asked of somebody", "verb");

    /// <summary>So of a thing without a verb that has a name and a day by which: "Ada, the minutes, by Friday".</summary>
    public static readonly Feature IsThingDated = Named("thing by a day", "named");

    /// <summary>So of "group of 60 on Friday, split them": the thing, and what is to be done with it, as one.</summary>
    public static readonly Feature GoesOnOverAnOrder = Named("over an order", "of it");

    /// <summary>So of "Ada, a courier is coming, have it ready": what is told, and then an order of who is called.</summary>
    public static readonly Feature IsOrderedBehind = Named("ordered behind what is told", "called");

    /// <summary>So where people have said of such a sentence that it asks for work.</summary>
    public static readonly Feature KnownToAsk = Named("your firm says", "asks");

    /// <summary>So where people have said of such a sentence that it asks for nothing.</summary>
    public static readonly Feature KnownNotToAsk = Named("your firm says", "asks for nothing");

    /// <summary>So of "Ada, the van needs new tyres": somebody is called, and what is needed is all that is said.</summary>
    public static readonly Feature IsNeedSaidTo = Named("need said to", "called");

    /// <summary>So of "the entries have to be in by Friday": what has to be so by a day is asked for.</summary>
    public static readonly Feature IsNeededByADay = Named("needed by a day", "has to");

    private static Feature Named(string kind, string value) => Feature.Of(Feature.Number(kind), Feature.Number(value));
}
