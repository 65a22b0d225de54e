using System.Collections;
using System.ComponentModel.DataAnnotations;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;

namespace Wrenlet.Server;

/// <summary>A part of a request that cannot be used: which, and what to do.</summary>
public sealed class RequestException(string field, string message) : JsonException(message)
{
    /// <summary>The field's name, as the API calls it.</summary>
    public string Field { get; } = field;
}

/// <summary>
/// What holds for every body of a request, wherever it is read: lists have no gaps and an end, dates lie in a time that
/// a calendar can count with, and texts hold what can be kept. What one endpoint alone asks for, it says itself.
/// </summary>
internal static class RequestBounds
{
    /// <summary>Most things in a list that says no limit of its own.</summary>
    public const int MostInList = 1_000;

    /// <summary>Longest text that says no limit of its own, in characters.</summary>
    public const int LongestText = 100_000;

    /// <summary>The years that are taken; far from the ends of what can be counted.</summary>
    public const int FirstYear = 1970;

    public const int LastYear = 2199;

    /// <summary>Sets on each type how what was read of it is looked at.</summary>
    public static void LookAtAll(JsonTypeInfo type)
    {
        if (type.Kind is not JsonTypeInfoKind.Object || type.Type.Assembly != typeof(RequestBounds).Assembly)
            return;
        List<(string Name, Func<object, object?> Get, bool Bounded, bool Needed)> looked =
        [
            .. type
                .Properties.Where(p => p.Get is not null && IsLookedAt(p.PropertyType))
                .Select(p =>
                    (
                        p.Name,
                        p.Get!,
                        p.AttributeProvider?.IsDefined(typeof(StringLengthAttribute), true) is true
                            || p.AttributeProvider?.IsDefined(typeof(MaxLengthAttribute), true) is true,
                        !p.IsGetNullable && p.PropertyType != typeof(string)
                    )
                ),
        ];
        if (looked.Count > 0)
            type.OnDeserialized = read =>
            {
                foreach (var (name, get, bounded, needed) in looked)
                {
                    var value = get(read);
                    if (value is null && needed)
                        throw new RequestException(name, $"“{name}” is missing. Send it, if only as an empty list.");
                    if (value is JsonElement { ValueKind: JsonValueKind.Undefined })
                        throw new RequestException(name, $"“{name}” is missing. Send it, if only as {{}}.");
                    Look(name, value, bounded);
                }
            };
    }

    /// <summary>Looks at what of a request's address and body is no object of ours: days, moments, bare lists.</summary>
    public static async ValueTask<object?> LookAtArguments(
        EndpointFilterInvocationContext context,
        EndpointFilterDelegate next
    )
    {
        try
        {
            foreach (var argument in context.Arguments)
                if (argument is DateOnly or DateTimeOffset or string or IList or Array)
                    Look(
                        argument is DateOnly or DateTimeOffset ? "date" : "body",
                        argument,
                        bounded: argument is string
                    );
        }
        catch (RequestException wrong)
        {
            return Refusals.Invalid(wrong.Field, wrong.Message);
        }

        return await next(context);
    }

    private static bool IsLookedAt(Type type) =>
        type == typeof(string)
        || (Nullable.GetUnderlyingType(type) ?? type) is var plain
            && (
                plain == typeof(DateTimeOffset)
                || plain == typeof(DateOnly)
                || plain == typeof(JsonElement)
                || typeof(IEnumerable).IsAssignableFrom(type)
            );

    private static void Look(string name, object? value, bool bounded)
    {
        switch (value)
        {
            case string text when !bounded && text.Length > LongestText:
                throw new RequestException(name, $"This is too long: the limit is {LongestText} characters.");
            case DateTimeOffset at when at.Year is < FirstYear or > LastYear:
                throw Year(name);
            case DateOnly day when day.Year is < FirstYear or > LastYear:
                throw Year(name);
            case IEnumerable list and not string:
                var count = 0;
                foreach (var one in list)
                {
                    if (one is null && list is not IReadOnlyList<int?>)
                        throw new RequestException(name, "The list has an empty entry. Remove it, or fill it in.");
                    if (one is string text)
                        Look(name, text, bounded: false);
                    if (++count > MostInList && !bounded)
                        throw new RequestException(name, $"Too many: at most {MostInList} at once.");
                }

                break;
        }
    }

    private static RequestException Year(string name) => new(name, $"Choose a date from {FirstYear} to {LastYear}.");
}
