using System.Net;
using System.Text.RegularExpressions;

namespace Pantomet.Server.Tests;

public sealed partial class GuardTests(Library library) : IClassFixture<Library>
{
    [Theory]
    [InlineData("Host", "kites.example")]
    [InlineData("Origin", "https://kites.example")]
    [InlineData("Origin", "null")]
    [InlineData("Sec-Fetch-Site", "cross-site")]
    public async Task Requests_through_a_foreign_name_or_page_are_refused(string header, string value)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/sources");
        request.Headers.TryAddWithoutValidation(header, value);
        Assert.Equal(HttpStatusCode.Forbidden, (await library.Http.SendAsync(request)).StatusCode);
    }

    [Theory]
    [InlineData("Host", "localhost:5080")]
    [InlineData("Host", "127.0.0.1")]
    [InlineData("Origin", "http://localhost")]
    // Behind a proxy that ends TLS, the page has another scheme than the request that arrives here.
    [InlineData("Origin", "https://localhost")]
    public async Task Its_own_names_and_pages_are_answered(string header, string value)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, "/healthz");
        request.Headers.TryAddWithoutValidation(header, value);
        Assert.Equal(HttpStatusCode.OK, (await library.Http.SendAsync(request)).StatusCode);
    }

    [Fact]
    public async Task Every_answer_forbids_loading_from_elsewhere()
    {
        foreach (var path in (string[])["/healthz", "/api/sources", "/api/nowhere", "/openapi/v1.json"])
        {
            var headers = (await library.Http.GetAsync(new Uri(path, UriKind.Relative))).Headers;
            Assert.Contains("default-src 'self'", headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
            Assert.Equal("nosniff", headers.GetValues("X-Content-Type-Options").Single());
        }
    }

    [Fact]
    public async Task An_address_that_is_not_there_gets_a_problem_document()
    {
        var answer = await library.Http.GetAsync(new Uri("/api/nowhere", UriKind.Relative));
        Assert.Equal(
            (HttpStatusCode.NotFound, "application/problem+json"), (answer.StatusCode, answer.Content.Headers.ContentType!.MediaType));
    }

    [Theory]
    [InlineData("POST", "/api/runs", "{\"sources\":")]
    [InlineData("POST", "/api/runs", "{}")]
    [InlineData("POST", "/api/runs", "{\"sources\":[\"nothing\"],\"slots\":[\"nowhere\"]}")]
    [InlineData("POST", "/api/sources", "{}")]
    [InlineData("PUT", "/api/framings/a/b", "{\"crop\":{}}")]
    public async Task What_cannot_be_done_is_answered_with_a_sentence(string method, string path, string body)
    {
        using var request = new HttpRequestMessage(
            new HttpMethod(method), path)
        { Content = new StringContent(body, null, "application/json") };
        var answer = await library.Http.SendAsync(request);
        Assert.InRange((int)answer.StatusCode, 400, 422);
        var text = await answer.Content.ReadAsStringAsync();
        Assert.Matches(Detail(), text);
    }

    [GeneratedRegex("\"detail\":\"[A-Z].{20,}\"")]
    private static partial Regex Detail();
}
