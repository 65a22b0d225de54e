using System.Diagnostics;
using System.Net;
using System.Net.Security;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.SignalR.Client;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Keeping;

/// <summary>The server behind a real proxy that ends TLS, with a certificate made for the test.</summary>
public sealed class ProxyTests : IAsyncLifetime
{
    private readonly string _folder = RunningServer.NewFolder();
    private readonly int _port = RunningServer.FreePort();
    private SmallYard _yard = null!;
    private RunningServer _server = null!;
    private Process _proxy = null!;
    private string _certificate = "";

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private Uri Address => new($"https://localhost:{_port}/quay/");

    public async ValueTask InitializeAsync()
    {
        _yard = await SmallYard.Build();
        _server = await RunningServer.Start(
            _yard.Folder,
            "--no-demo",
            "--trusted-proxies",
            "127.0.0.1",
            "--base-path",
            "/quay",
            "--address",
            Address.ToString()
        );
        MakeCertificate();
        var file = Path.Combine(_folder, "nginx.conf");
        await File.WriteAllTextAsync(file, Configuration(), Stop);
        _proxy = Process.Start(
            new ProcessStartInfo(
                "/usr/sbin/nginx",
                ["-p", _folder, "-c", file, "-e", Path.Combine(_folder, "error.log")]
            )
        )!;
        await Waiting.Until(async () =>
        {
            try
            {
                using var browser = Browser();
                return (await browser.GetAsync("health/live", Stop)).IsSuccessStatusCode;
            }
            catch (HttpRequestException)
            {
                return false;
            }
        });
    }

    public async ValueTask DisposeAsync()
    {
        _proxy.Kill(entireProcessTree: true);
        await _proxy.WaitForExitAsync(CancellationToken.None);
        _proxy.Dispose();
        await _server.DisposeAsync();
        Directory.Delete(_folder, recursive: true);
        Directory.Delete(_yard.Folder, recursive: true);
    }

    private HttpClient Browser(CookieContainer? cookies = null) =>
        new(
            new SocketsHttpHandler
            {
                CookieContainer = cookies ?? new CookieContainer(),
                AllowAutoRedirect = false,
                SslOptions = { RemoteCertificateValidationCallback = IsOurs },
            }
        )
        {
            BaseAddress = Address,
        };

    [Fact]
    public async Task One_signs_in_by_tls_changes_something_and_hears_of_it_live()
    {
        var cookies = new CookieContainer();
        using var browser = Browser(cookies);
        var page = await browser.GetAsync("dockets", Stop);
        page.Headers.GetValues("Strict-Transport-Security").Single().ShouldStartWith("max-age=");
        page.Headers.CacheControl!.NoCache.ShouldBeTrue();
        (await browser.GetAsync("assets/not-there.js", Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        var html = await page.Content.ReadAsStringAsync(Stop);
        html.ShouldContain("name=\"wrenlet-base\" content=\"/quay\"");
        var script = Regex.Match(html, "src=\"(/quay/assets/[^\"]+\\.js)\"").Groups[1].Value;
        (await browser.GetAsync(script, Stop)).Content.Headers.ContentType!.MediaType.ShouldBe("text/javascript");
        Regex.Matches(html, "(?:src|href)=\"(?!/quay/)").ShouldBeEmpty();

        var signedIn = await Send(
            browser,
            "api/session",
            new { address = "odalys@quay.example", password = SmallYard.Password }
        );

        signedIn.StatusCode.ShouldBe(HttpStatusCode.NoContent);
        var cookie = signedIn.Headers.GetValues("Set-Cookie").Single();
        cookie.ShouldStartWith("__Host-wrenlet=");
        cookie.ShouldContain("secure");
        cookie.ShouldContain("path=/");
        cookie.ShouldNotContain("domain");
        var me = JsonDocument.Parse(await browser.GetStringAsync("api/me", Stop)).RootElement;
        browser.DefaultRequestHeaders.Add("X-Wrenlet-Guard", me.GetProperty("guard").GetString());

        await using var live = new HubConnectionBuilder()
            .WithUrl(
                new Uri(Address, "live"),
                o =>
                {
                    o.Headers["Cookie"] = cookies.GetCookieHeader(Address);
                    o.Headers["Origin"] = Address.GetLeftPart(UriPartial.Authority);
                    o.Transports = Microsoft.AspNetCore.Http.Connections.HttpTransportType.WebSockets;
                    o.SkipNegotiation = true;
                    o.WebSocketConfiguration = w => w.RemoteCertificateValidationCallback = IsOurs;
                }
            )
            .Build();
        var heard = new TaskCompletionSource();
        live.On<JsonElement>("change", _ => heard.TrySetResult());
        await live.StartAsync(Stop);
        (
            await Send(
                browser,
                $"api/conversations/{_yard.Conversations["J-1 inside"].Value}/entries",
                new { id = Guid.CreateVersion7(), body = "Said through the proxy." }
            )
        ).IsSuccessStatusCode.ShouldBeTrue();
        await heard.Task.WaitAsync(TimeSpan.FromSeconds(20), Stop);
    }

    [Fact]
    public async Task What_a_client_says_of_itself_does_not_open_the_metrics_to_it()
    {
        using var browser = Browser();
        (await browser.GetAsync("metrics", Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        // What a client says of itself does not count: the proxy says who asks.
        browser.DefaultRequestHeaders.Add("X-Forwarded-For", "198.51.100.7");
        (await browser.GetAsync("metrics", Stop)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await browser.GetAsync("health/ready", Stop)).StatusCode.ShouldBe(HttpStatusCode.OK);
    }

    private Task<HttpResponseMessage> Send(HttpClient browser, string path, object body)
    {
        var request = new HttpRequestMessage(HttpMethod.Post, path)
        {
            Content = new StringContent(JsonSerializer.Serialize(body), Encoding.UTF8, "application/json"),
        };
        request.Headers.Add("Origin", Address.GetLeftPart(UriPartial.Authority));
        return browser.SendAsync(request, Stop);
    }

    private bool IsOurs(object sender, X509Certificate? certificate, X509Chain? chain, SslPolicyErrors wrong) =>
        certificate?.GetCertHashString() == _certificate;

    private void MakeCertificate()
    {
        using var key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        var request = new CertificateRequest("CN=localhost", key, HashAlgorithmName.SHA256);
        using var certificate = request.CreateSelfSigned(
            DateTimeOffset.UtcNow.AddDays(-1),
            DateTimeOffset.UtcNow.AddDays(2)
        );
        _certificate = certificate.GetCertHashString();
        File.WriteAllText(Path.Combine(_folder, "cert.pem"), certificate.ExportCertificatePem());
        File.WriteAllText(Path.Combine(_folder, "key.pem"), key.ExportPkcs8PrivateKeyPem());
    }

    private string Configuration() =>
        $$"""
            daemon off;
            worker_processes 1;
            pid {{_folder}}/nginx.pid;
            events { worker_connections 64; }
            http {
              access_log off;
              client_body_temp_path {{_folder}}/body;
              proxy_temp_path {{_folder}}/proxy;
              fastcgi_temp_path {{_folder}}/fastcgi;
              uwsgi_temp_path {{_folder}}/uwsgi;
              scgi_temp_path {{_folder}}/scgi;
              server {
                listen 127.0.0.1:{{_port}} ssl;
                ssl_certificate {{_folder}}/cert.pem;
                ssl_certificate_key {{_folder}}/key.pem;
                location /quay/ {
                  proxy_pass {{_server.Address.GetLeftPart(UriPartial.Authority)}};
                  proxy_http_version 1.1;
                  proxy_set_header Host $http_host;
                  proxy_set_header X-Forwarded-For $remote_addr;
                  proxy_set_header X-Forwarded-Proto $scheme;
                  proxy_set_header Upgrade $http_upgrade;
                  proxy_set_header Connection "upgrade";
                }
              }
            }
            """;
}
