using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Wrenlet.Server.Sheets;

namespace Wrenlet.Server.Tests;

/// <summary>Types that are learned when the first one is read are read and written as all others.</summary>
public sealed class JsonAtFirstUseTests
{
    private static readonly JsonSerializerOptions Plain = Options();
    private static readonly JsonSerializerOptions Late = Options();

    static JsonAtFirstUseTests() => Late.Converters.Insert(0, new JsonAtFirstUse(Late));

    private static JsonSerializerOptions Options() =>
        new(JsonSerializerDefaults.Web)
        {
            RespectNullableAnnotations = true,
            TypeInfoResolver = new DefaultJsonTypeInfoResolver().WithAddedModifier(RequestBounds.LookAtAll),
        };

    [Fact]
    public void Asking_for_a_type_makes_nothing_of_what_it_holds()
    {
        Late.GetTypeInfo(typeof(SheetNaming)).Properties.ShouldBeEmpty();
        Plain.GetTypeInfo(typeof(SheetNaming)).Properties.ShouldNotBeEmpty();
    }

    [Fact]
    public void What_is_written_is_the_same_and_is_read_again()
    {
        List<SheetNaming> sheets = [new("Deck plan"), new("Old rig", Removed: true)];
        var written = JsonSerializer.Serialize(sheets, Late);
        written.ShouldBe(JsonSerializer.Serialize(sheets, Plain));
        JsonSerializer.Deserialize<List<SheetNaming>>(written, Late).ShouldBe(sheets);
        JsonSerializer.Deserialize<SheetNaming>("null", Late).ShouldBeNull();
    }

    [Theory]
    [InlineData("""{"name": {}}""")]
    [InlineData("""{"name": null}""")]
    [InlineData("""{"name": "Deck", "removed": "perhaps"}""")]
    [InlineData("""{"name": "Deck" """)]
    public void What_cannot_be_read_is_said_in_the_same_words(string body)
    {
        var plain = Should.Throw<JsonException>(() => JsonSerializer.Deserialize<SheetNaming>(body, Plain));
        var late = Should.Throw<JsonException>(() => JsonSerializer.Deserialize<SheetNaming>(body, Late));
        (late.Path, late.Message).ShouldBe((plain.Path, plain.Message));
    }
}
