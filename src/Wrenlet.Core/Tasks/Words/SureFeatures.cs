namespace Wrenlet.Core.Tasks.Words;

/// <summary>
/// What settles by itself, or nearly so, whether a candidate asks for work: what each is worth is given, and not learned.
/// </summary>
internal static class SureFeatures
{
    private static readonly ushort Firm = Feature.Number("your firm says");

    /// <summary>So of each of several things that a sentence lists: it asks, whatever else is so.</summary>
    public static readonly Feature IsListed = Feature.Of(Feature.Number("listed"), Feature.Number("each"));

    /// <summary>So of what is all that its sentence asks: "the pump has packed up. Ada asap".</summary>
    public static readonly Feature IsAllThatIsAsked = Feature.Of(
        Feature.Number("all that is asked"),
        Feature.Number("called")
    );

    /// <summary>So of "could somebody look": whoever it is, somebody is asked.</summary>
    public static readonly Feature IsAskedOfSomebody = Feature.Of(
        Feature.Number("asked of somebody"),
        Feature.Number("verb")
    );

    /// <summary>So of a thing without a verb that has a name and a day by which: "Ada, the minutes, by Friday".</summary>
    public static readonly Feature IsThingDated = Feature.Of(Feature.Number("thing by a day"), Feature.Number("named"));

    /// <summary>So of "group of 60 on Friday, split them": the thing, and what is to be done with it, as one.</summary>
    public static readonly Feature GoesOnOverAnOrder = Feature.Of(
        Feature.Number("over an order"),
        Feature.Number("of it")
    );

    /// <summary>So of "Ada, a courier is coming, have it ready": what is told, and then an order of who is called.</summary>
    public static readonly Feature IsOrderedBehind = Feature.Of(
        Feature.Number("ordered behind what is told"),
        Feature.Number("called")
    );

    /// <summary>So where people have said of such a sentence that it asks for work.</summary>
    public static readonly Feature KnownToAsk = Feature.Of(Firm, Feature.Number("asks"));

    /// <summary>So where people have said of such a sentence that it asks for nothing.</summary>
    public static readonly Feature KnownNotToAsk = Feature.Of(Firm, Feature.Number("asks for nothing"));

    /// <summary>So of "Ada, the van needs new tyres": somebody is called, and what is needed is all that is said.</summary>
    public static readonly Feature IsNeedSaidTo = Feature.Of(Feature.Number("need said to"), Feature.Number("called"));
}
