using System.Buffers.Binary;
using System.Diagnostics;
using System.IO.Compression;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text;
using System.Text.Json;

namespace Wrenlet.Bench;

/// <summary>
/// One person or stranger does the worst that is known of, while another works: how much slower their pages get, and
/// how large the server.
/// </summary>
internal sealed class Attacking(string product, Func<int, string[]> arguments)
{
    private static readonly string[] Pages =
    [
        "/api/dockets/J-1042",
        "/api/queues/board",
        "/api/needs",
        "/api/tasks/next",
        "/api/alerts",
    ];

    /// <summary>Does each attack for some seconds, and prints what came of it.</summary>
    /// <returns>Whether all stayed within what they may cost.</returns>
    public async Task<bool> Run(double seconds)
    {
        using var server = await Server.Start(product, arguments, "/api/welcome");
        using var odalys = await Client.SignIn(server.Address, "Odalys");
        using var kit = await Client.SignIn(server.Address, "Kit");
        using var tobiah = await Client.SignIn(server.Address, "Tobiah");
        var (inside, outside) = (await odalys.Talk("inside"), await odalys.Talk("outside"));
        await Pace(odalys, seconds / 2);
        // Made once: what an attacker has to work for is not what is measured.
        var (picture, words) = (Picture(7_680, 7_680), Words(100_000));
        var (brackets, signs) = (new string('[', 95_000), new string('@', 95_000));
        var (nested, quoted) = (Nested(20_000), string.Concat(Enumerable.Repeat(">\n", 450_000)));
        (string Name, int AtOnce, Func<int, Task> Once)[] attacks =
        [
            ("sign-ins with unknown addresses", 24, _ => SignIn(server.Address)),
            ("a first line of 120 characters, its drafts", 4, _ => Drafts(kit, inside, new string('x', 120))),
            ("95,000 brackets in a draft", 4, _ => Check(kit, inside, brackets)),
            ("95,000 at signs in a draft", 4, _ => Check(kit, inside, signs)),
            ("a draft of 100 kB against the leak check", 4, _ => Check(kit, outside, words)),
            ("mail of nested elements", 2, _ => Mail(tobiah, nested)),
            ("mail of quoted lines, 900 kB", 2, _ => Mail(tobiah, quoted)),
            ("pictures of 59 megapixels", 4, _ => Upload(kit, picture)),
            ("the table of all tasks", 8, _ => Get(kit, "/api/tasks/table?scope=all")),
            ("searches", 8, i => Get(kit, $"/api/find?words={(char)('a' + (i % 26))}e")),
            ("exports of a docket", 4, _ => Get(kit, "/api/dockets/J-1042/exports/html")),
            ("bodies that come byte by byte", 24, _ => Slow(server.Address)),
        ];
        var held = true;
        foreach (var (name, atOnce, once) in attacks)
        {
            // What the attack before has left behind, a queue full of mail say, is no part of this one.
            await Settled(odalys);
            var quiet = await Pace(odalys, seconds / 2);
            using var over = new CancellationTokenSource();
            var attackers = Enumerable
                .Range(0, atOnce)
                .Select(i =>
                    Task.Run(async () =>
                    {
                        while (!over.IsCancellationRequested)
                            try
                            {
                                await once(i);
                            }
                            // Whatever the server does with an attacker is right; it is the others who count.
                            catch (Exception wrong)
                                when (wrong is HttpRequestException or IOException or SocketException)
                            {
                                await Task.Delay(5);
                            }
                    })
                )
                .ToList();
            await Task.Delay(300);
            var pace = await Pace(odalys, seconds);
            var memory = server.Memory;
            await over.CancelAsync();
            await Task.WhenAll(attackers);
            var ratio = pace / quiet;
            var fine = ratio <= 4 && memory <= 600;
            held &= fine;
            Console.WriteLine(
                $"{name, -46} {Load.Text(quiet, "0.0"), 7} to {Load.Text(pace, "0.0"), 7} ms  "
                    + $"{Load.Text(ratio, "0.0"), 5} times  {Load.Text(memory, "0"), 6} MiB  {(fine ? "" : "TOO MUCH")}"
            );
        }

        return held;
    }

    /// <summary>Waits until two looks one after the other take about the same.</summary>
    private static async Task Settled(Client who)
    {
        var last = double.MaxValue;
        for (var i = 0; i < 20; i++)
        {
            var now = await Pace(who, 0.5);
            if (now > last * 0.8 && now < last * 1.25)
                return;
            last = now;
        }
    }

    /// <summary>How long a page takes in the middle, in milliseconds, while somebody goes from one to the next.</summary>
    private static async Task<double> Pace(Client who, double seconds)
    {
        var (clock, times) = (Stopwatch.StartNew(), new List<double>());
        for (var i = 0; clock.Elapsed.TotalSeconds < seconds || times.Count < Pages.Length; i++)
        {
            var begun = Stopwatch.GetTimestamp();
            await Get(who, Pages[i % Pages.Length]);
            times.Add(Stopwatch.GetElapsedTime(begun).TotalMilliseconds);
            await Task.Delay(20);
        }

        return
            times.Chunk(Pages.Length).Where(c => c.Length == Pages.Length).Select(c => c.Sum()).Order().ToList()
                is var rounds
            ? rounds[rounds.Count / 2]
            : 0;
    }

    private static async Task Get(Client who, string path)
    {
        using var answer = await who.Http.GetAsync(new Uri(path, UriKind.Relative));
        await answer.Content.ReadAsByteArrayAsync();
    }

    private static async Task SignIn(Uri address)
    {
        using var stranger = Client.Plain(address);
        using var _ = await stranger.Http.PostAsJsonAsync(
            "/api/session",
            new { address = $"{Guid.NewGuid():N}@far.example", password = "not a password of anyone" }
        );
    }

    private static async Task Drafts(Client who, Guid conversation, string words)
    {
        var id = Guid.CreateVersion7();
        using var _ = await who.Http.PostAsJsonAsync(
            $"/api/conversations/{conversation}/entries",
            new { id, body = words }
        );
        await Get(who, $"/api/entries/{id}/drafts");
    }

    private static async Task Check(Client who, Guid conversation, string body)
    {
        using var _ = await who.Http.PostAsJsonAsync($"/api/conversations/{conversation}/check", new { body });
    }

    private static async Task Mail(Client who, string body)
    {
        var raw =
            $"From: Stranger <{Guid.NewGuid():N}@far.example>\r\nTo: yard@quay.example\r\nSubject: Hello\r\n"
            + $"Message-ID: <{Guid.NewGuid():N}@far.example>\r\nMIME-Version: 1.0\r\n"
            + $"Content-Type: text/{(body[0] == '<' ? "html" : "plain")}; charset=utf-8\r\n\r\n{body}\r\n";
        using var _ = await who.Http.PostAsJsonAsync("/api/standins/post-office/raw", new { raw });
    }

    private static async Task Upload(Client who, byte[] bytes)
    {
        var id = Guid.CreateVersion7();
        using var begun = await who.Http.PostAsJsonAsync(
            "/api/uploads",
            new
            {
                id,
                name = "large.png",
                mediaType = "image/png",
                size = bytes.Length,
            }
        );
        using var part = new HttpRequestMessage(HttpMethod.Patch, $"/api/uploads/{id}")
        {
            Content = new ByteArrayContent(bytes),
        };
        part.Headers.TryAddWithoutValidation("Upload-Offset", "0");
        part.Content.Headers.ContentType = new MediaTypeHeaderValue("application/partial-upload");
        using var done = await who.Http.SendAsync(part);
        await Get(who, $"/api/files/{id}/thumbnail");
    }

    /// <summary>A request whose body never comes to its end.</summary>
    private static async Task Slow(Uri address)
    {
        using var socket = new TcpClient();
        await socket.ConnectAsync(address.Host, address.Port);
        var stream = socket.GetStream();
        await stream.WriteAsync(
            Encoding.ASCII.GetBytes(
                "POST /api/session HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nContent-Length: 900\r\n\r\n"
            )
        );
        for (var i = 0; i < 20; i++)
        {
            await stream.WriteAsync("{"u8.ToArray());
            await Task.Delay(100);
        }
    }

    private static string Nested(int deep) =>
        string.Concat(Enumerable.Repeat("<b><i>", deep)) + "deep" + string.Concat(Enumerable.Repeat("</i></b>", deep));

    private static string Words(int characters)
    {
        var random = new Random(7);
        var words = new StringBuilder();
        while (words.Length < characters)
            words.Append((char)('a' + random.Next(26))).Append((char)('a' + random.Next(26))).Append(' ');
        return words.ToString();
    }

    /// <summary>The check sum of PNG (RFC 2083, 15).</summary>
    private static uint Crc(byte[] bytes)
    {
        var crc = uint.MaxValue;
        foreach (var b in bytes)
        {
            crc ^= b;
            for (var bit = 0; bit < 8; bit++)
                crc = (crc & 1) == 0 ? crc >> 1 : (crc >> 1) ^ 0xEDB88320;
        }

        return ~crc;
    }

    /// <summary>A picture of one colour: small as a file, large when it is unpacked (PNG, RFC 2083).</summary>
    private static byte[] Picture(int width, int height)
    {
        using var png = new MemoryStream();
        png.Write([0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A]);
        var header = new byte[13];
        BinaryPrimitives.WriteInt32BigEndian(header, width);
        BinaryPrimitives.WriteInt32BigEndian(header.AsSpan(4), height);
        (header[8], header[9]) = (8, 2);
        Chunk("IHDR", header);
        using (var packed = new MemoryStream())
        {
            using (var zip = new ZLibStream(packed, CompressionLevel.Optimal, leaveOpen: true))
            {
                var line = new byte[1 + (width * 3)];
                for (var y = 0; y < height; y++)
                    zip.Write(line);
            }

            Chunk("IDAT", packed.ToArray());
        }

        Chunk("IEND", []);
        return png.ToArray();

        void Chunk(string kind, byte[] bytes)
        {
            Span<byte> length = stackalloc byte[4];
            BinaryPrimitives.WriteInt32BigEndian(length, bytes.Length);
            png.Write(length);
            byte[] body = [.. Encoding.ASCII.GetBytes(kind), .. bytes];
            png.Write(body);
            BinaryPrimitives.WriteUInt32BigEndian(length, Crc(body));
            png.Write(length);
        }
    }
}
