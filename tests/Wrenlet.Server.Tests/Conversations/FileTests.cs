using System.Net;
using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using SkiaSharp;
using Wrenlet.Core.Conversations;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Conversations;

/// <summary>Files on their way, on the disk and looked at.</summary>
public sealed class FileTests(YardFixture fixture) : YardTests(fixture)
{
    private static async Task<HttpResponseMessage> Part(Visitor who, Guid id, long offset, byte[] bytes)
    {
        var request = new HttpRequestMessage(HttpMethod.Patch, $"/api/uploads/{id}")
        {
            Content = new ByteArrayContent(bytes),
        };
        request.Headers.Add("Upload-Offset", offset.ToString(System.Globalization.CultureInfo.InvariantCulture));
        return await who.Http.SendAsync(request, Stop);
    }

    private static Task<HttpResponseMessage> Begin(Visitor who, Guid id, string name, string type, long size) =>
        who.Send(
            HttpMethod.Post,
            "/api/uploads",
            new
            {
                id,
                name,
                mediaType = type,
                size,
            }
        );

    private static async Task<JsonElement> Read(HttpResponseMessage response, HttpStatusCode status = HttpStatusCode.OK)
    {
        response.StatusCode.ShouldBe(status, await response.Content.ReadAsStringAsync(Stop));
        return await response.Content.ReadFromJsonAsync<JsonElement>(Stop);
    }

    /// <summary>Sends a file in one part.</summary>
    private static new async Task<JsonElement> Upload(Visitor who, string name, string type, byte[] bytes)
    {
        var id = Guid.CreateVersion7();
        await Read(await Begin(who, id, name, type, bytes.Length));
        return (await Read(await Part(who, id, 0, bytes))).GetProperty("file");
    }

    private static byte[] Picture(int width, int height, SKEncodedImageFormat format = SKEncodedImageFormat.Png)
    {
        using var bitmap = new SKBitmap(width, height);
        bitmap.Erase(SKColors.SteelBlue);
        return bitmap.Encode(format, 80).ToArray();
    }

    private string[] Stored() =>
        [
            .. Directory
                .EnumerateFiles(Path.Combine(Yard.Folder, "files"), "*", SearchOption.AllDirectories)
                .Where(f => Path.GetFileName(f).Length == 64),
        ];

    [Fact]
    public async Task A_file_that_breaks_off_goes_on_where_it_was_also_after_the_server_was_killed()
    {
        var bytes = RandomNumberGenerator.GetBytes(300_000);
        var id = Guid.CreateVersion7();
        await Read(await Begin(Of("Odalys"), id, "plan.bin", "application/octet-stream", bytes.Length));
        (await Read(await Part(Of("Odalys"), id, 0, bytes[..100_000])))
            .GetProperty("received")
            .GetInt64()
            .ShouldBe(100_000);

        // A part that begins elsewhere is refused, with what is there; the beginning said again tells it too.
        (await Read(await Part(Of("Odalys"), id, 50_000, bytes[50_000..]), HttpStatusCode.Conflict))
            .GetProperty("received")
            .GetInt64()
            .ShouldBe(100_000);
        (await Read(await Begin(Of("Odalys"), id, "plan.bin", "application/octet-stream", bytes.Length)))
            .GetProperty("received")
            .GetInt64()
            .ShouldBe(100_000);
        (await Of("Ines").Http.GetAsync($"/api/uploads/{id}", Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);

        await Restart();
        var odalys = Of("Odalys");
        (await odalys.Get($"/api/uploads/{id}")).GetProperty("received").GetInt64().ShouldBe(100_000);
        var done = await Read(await Part(odalys, id, 100_000, bytes[100_000..]));
        done.GetProperty("file").GetProperty("size").GetInt64().ShouldBe(bytes.Length);
        (await odalys.Http.GetByteArrayAsync($"/api/files/{id}", Stop)).ShouldBe(bytes);

        // A range of it, as a broken download asks for.
        var request = new HttpRequestMessage(HttpMethod.Get, $"/api/files/{id}");
        request.Headers.Range = new(299_990, null);
        var rest = await odalys.Http.SendAsync(request, Stop);
        rest.StatusCode.ShouldBe(HttpStatusCode.PartialContent);
        (await rest.Content.ReadAsByteArrayAsync(Stop)).ShouldBe(bytes[299_990..]);
    }

    [Fact]
    public async Task The_same_bytes_lie_on_the_disk_once()
    {
        var before = Stored().Length;
        var bytes = RandomNumberGenerator.GetBytes(5000);
        var first = await Upload(Of("Odalys"), "one.bin", "application/octet-stream", bytes);
        var second = await Upload(Of("Ines"), "two.bin", "application/octet-stream", bytes);
        Id(first).ShouldNotBe(Id(second));
        Stored().Length.ShouldBe(before + 1);
        Stored().ShouldContain(f => Path.GetFileName(f) == Convert.ToHexStringLower(SHA256.HashData(bytes)));
    }

    [Fact]
    public async Task Files_keep_their_order_and_what_is_said_of_them_and_need_no_words_beside()
    {
        var picture = await Upload(Of("Odalys"), "bolts.png", "image/png", Picture(1200, 800));
        var table = await Upload(Of("Odalys"), "moisture.csv", "text/csv", "frame,port\n1,12\n"u8.ToArray());
        (
            picture.GetProperty("shown").GetString(),
            picture.GetProperty("width").GetInt32(),
            picture.GetProperty("height").GetInt32()
        ).ShouldBe(("picture", 1200, 800));
        table.GetProperty("shown").GetString().ShouldBe("table");

        // On no entry yet, it is its bringer's only.
        (await Of("Ines").Http.GetAsync($"/api/files/{Id(picture)}", Stop)).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
        var entry = await Say(
            Of("Odalys"),
            Conversation("J-1 inside"),
            "",
            new { id = Id(table), caption = (string?)null },
            new { id = Id(picture), caption = " Port side " }
        );
        var files = entry.GetProperty("files").EnumerateArray().ToList();
        files.Select(f => f.GetProperty("name").GetString()).ShouldBe(["moisture.csv", "bolts.png"]);
        files.Select(f => f.GetProperty("caption").GetString()).ShouldBe([null, "Port side"]);

        var small = await Of("Ines").Http.GetAsync($"/api/files/{Id(picture)}/thumbnail", Stop);
        small.Content.Headers.ContentType!.MediaType.ShouldBe("image/jpeg");
        using var thumbnail = SKBitmap.Decode(await small.Content.ReadAsByteArrayAsync(Stop));
        (thumbnail.Width, thumbnail.Height).ShouldBe((480, 320));
        (await Of("Benedikta").Http.GetAsync($"/api/files/{Id(picture)}/thumbnail", Stop)).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
        var nothing = await Of("Odalys")
            .Send(
                HttpMethod.Post,
                $"/api/conversations/{Conversation("J-1 inside")}/entries",
                new { id = Guid.CreateVersion7(), body = " " }
            );
        nothing.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task A_mail_says_what_its_pictures_show_and_does_not_carry_more_than_mails_carry()
    {
        var picture = await Upload(Of("Odalys"), "bolts.png", "image/png", Picture(40, 30));
        await Say(
            Of("Odalys"),
            Conversation("J-1 Benedikta"),
            "As you asked.",
            new { id = Id(picture), caption = "Third bolt, port" }
        );
        await Waiting.Until(async () =>
            (await Of("Odalys").Get("/api/standins/post-office/mails")).GetArrayLength() > 0
        );
        var mail = (await Of("Odalys").Get("/api/standins/post-office/mails")).ToString();
        mail.ShouldContain("bolts.png: Third bolt, port");

        var large = await Upload(Of("Odalys"), "film.mp4", "video/mp4", new byte[26 * 1024 * 1024]);
        var refused = await Of("Odalys")
            .Send(
                HttpMethod.Post,
                $"/api/conversations/{Conversation("J-1 Benedikta")}/entries",
                new
                {
                    id = Guid.CreateVersion7(),
                    body = "The film",
                    via = "mail",
                    files = new[] { new { id = Id(large) } },
                }
            );
        refused.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (await refused.Content.ReadAsStringAsync(Stop)).ShouldContain("at most 25 MB");
        await Say(Of("Odalys"), Conversation("J-1 inside"), "The film", new { id = Id(large) });
    }

    [Fact]
    public async Task What_cannot_be_taken_is_refused_with_what_to_do()
    {
        async Task Refused(HttpResponseMessage response, string words) =>
            (await response.Content.ReadAsStringAsync(Stop)).ShouldContain(words, Case.Insensitive);
        await Refused(
            await Begin(Of("Odalys"), Guid.CreateVersion7(), "empty.txt", "text/plain", 0),
            "Choose the file again"
        );
        await Refused(
            await Begin(Of("Odalys"), Guid.CreateVersion7(), "huge.iso", "application/octet-stream", 3L << 30),
            "at most 2048 MB"
        );
        await Refused(await Begin(Of("Odalys"), Guid.Empty, "plan.txt", "text/plain", 5), "id of its own");
        await Refused(await Part(Of("Odalys"), Guid.CreateVersion7(), 0, [1]), "There is no such upload");

        // More than was announced is not taken; another's id is not taken over.
        var id = Guid.CreateVersion7();
        await Read(await Begin(Of("Odalys"), id, "five.txt", "text/plain", 5));
        (await Read(await Part(Of("Odalys"), id, 0, "five and more"u8.ToArray())))
            .GetProperty("file")
            .GetProperty("size")
            .GetInt64()
            .ShouldBe(5);
        (await Of("Odalys").Http.GetStringAsync($"/api/files/{id}", Stop)).ShouldBe("five ");
        await Refused(await Begin(Of("Ines"), id, "five.txt", "text/plain", 5), "Another file has this id");

        // What is taken out is forgotten.
        var gone = Guid.CreateVersion7();
        await Read(await Begin(Of("Odalys"), gone, "gone.txt", "text/plain", 500));
        await Read(await Part(Of("Odalys"), gone, 0, new byte[100]));
        (await Of("Ines").Send(HttpMethod.Delete, $"/api/uploads/{gone}")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await Of("Odalys").Send(HttpMethod.Delete, $"/api/uploads/{gone}")).StatusCode.ShouldBe(
            HttpStatusCode.NoContent
        );
        (await Of("Odalys").Http.GetAsync($"/api/uploads/{gone}", Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        Directory.EnumerateFiles(Path.Combine(Yard.Folder, "files", "arriving")).ShouldBeEmpty();
    }

    [Theory]
    [InlineData("../../etc/passwd", "passwd")]
    [InlineData("C:\\boats\\plan.txt", "plan.txt")]
    [InlineData("plan\u202Egnp.exe", "plangnp.exe")]
    [InlineData("a\u0000b\r\nSet-Cookie: x.txt", "abSet-Cookie: x.txt")]
    [InlineData("..", "file")]
    [InlineData("מפרש ⛵.txt", "מפרש ⛵.txt")]
    public async Task A_name_is_shown_harmless_and_is_no_path(string given, string kept)
    {
        var file = await Upload(Of("Odalys"), given, "text/plain", "x"u8.ToArray());
        file.GetProperty("name").GetString().ShouldBe(kept);
        var answer = await Of("Odalys").Http.GetAsync($"/api/files/{Id(file)}", Stop);
        answer.Content.Headers.ContentDisposition!.DispositionType.ShouldBe("attachment");
        Directory
            .EnumerateFiles(Path.Combine(Yard.Folder, "files"), "*.txt", SearchOption.AllDirectories)
            .ShouldBeEmpty();
    }

    [Theory]
    [InlineData("page.html", "text/html", null)]
    [InlineData("drawing.svg", "image/svg+xml", "picture")]
    [InlineData("run.js", "application/javascript", null)]
    [InlineData("odd", "no media type", null)]
    public async Task Nothing_in_a_file_runs(string name, string type, string? shown)
    {
        var file = await Upload(
            Of("Odalys"),
            name,
            type,
            Encoding.UTF8.GetBytes(
                "<svg xmlns='http://www.w3.org/2000/svg' onload='alert(1)'><script>alert(1)</script></svg>"
            )
        );
        file.GetProperty("shown").GetString().ShouldBe(shown);
        var answer = await Of("Odalys").Http.GetAsync($"/api/files/{Id(file)}", Stop);
        answer
            .Headers.GetValues("Content-Security-Policy")
            .Single()
            .ShouldBe("default-src 'none'; style-src 'unsafe-inline'; img-src data:; sandbox");
        answer.Headers.GetValues("X-Content-Type-Options").Single().ShouldBe("nosniff");
        if (shown is null)
            answer.Content.Headers.ContentType!.MediaType.ShouldBe("application/octet-stream");
    }

    [Fact]
    public async Task A_picture_that_is_none_or_would_fill_the_memory_has_no_small_one()
    {
        var broken = await Upload(Of("Odalys"), "broken.png", "image/png", [0x89, 0x50, 0x4E, 0x47, 1, 2, 3]);
        broken.GetProperty("width").ValueKind.ShouldBe(JsonValueKind.Null);
        (await Of("Odalys").Http.GetAsync($"/api/files/{Id(broken)}/thumbnail", Stop)).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );

        // The head of a PNG of 30,000 by 30,000, and nothing behind it.
        var bomb = Picture(1, 1);
        bomb.AsSpan(16, 8).Clear();
        (bomb[18], bomb[19], bomb[22], bomb[23]) = (0x75, 0x30, 0x75, 0x30);
        var large = await Upload(Of("Odalys"), "bomb.png", "image/png", bomb);
        large.GetProperty("width").ValueKind.ShouldBe(JsonValueKind.Null);
    }

    [Fact]
    public async Task A_customer_sends_a_picture_from_their_page_and_no_other_party_gets_it()
    {
        var picture = await Upload(
            Of("Benedikta"),
            "sail.jpg",
            "image/jpeg",
            Picture(600, 400, SKEncodedImageFormat.Jpeg)
        );
        await Say(
            Of("Benedikta"),
            Conversation("J-1 Benedikta"),
            "This tore",
            new { id = Id(picture), caption = "Leech" }
        );
        (await Of("Ines").Http.GetAsync($"/api/files/{Id(picture)}", Stop)).StatusCode.ShouldBe(HttpStatusCode.OK);
        (await Of("Saoirse").Http.GetAsync($"/api/files/{Id(picture)}", Stop)).StatusCode.ShouldBe(
            HttpStatusCode.NotFound
        );
    }
}
