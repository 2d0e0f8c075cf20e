using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Pantomet.Server.Tests;

public sealed class RepeatedRequestTests : IDisposable
{
    private readonly Library library = new();

    public void Dispose() => library.Dispose();

    [Fact]
    public async Task The_same_change_sent_again_is_done_once_and_answered_as_before()
    {
        var answers = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => SendAsync("first", Documents.Of("shop", ("shop.a", [60])))));
        answers = [.. answers, await SendAsync("first", Documents.Of("shop", ("shop.a", [60])))];
        Assert.All(answers, answer => Assert.Equal(HttpStatusCode.Created, answer.StatusCode));
        Assert.Single(answers.Select(answer => (answer.Headers.ETag, answer.Headers.Location)).Distinct());
        Assert.All(
            await Task.WhenAll(answers.Select(answer => answer.Content.ReadFromJsonAsync<JsonNode>())),
            document => Assert.Equal("shop", (string)document!["id"]!));

        // It was asked for once more: that is another matter.
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await SendAsync("second", Documents.Of("shop", ("shop.a", [60])))).StatusCode);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await SendAsync(null, Documents.Of("shop", ("shop.a", [60])))).StatusCode);
    }

    [Fact]
    public async Task What_failed_in_the_server_is_tried_again()
    {
        _ = await library.GetAsync("/api/destinations");
        await library.ExecuteAsync("CREATE TRIGGER fault BEFORE INSERT ON Destinations BEGIN SELECT RAISE(ABORT, 'a fault'); END");
        Assert.Equal(HttpStatusCode.InternalServerError, (await SendAsync("one", Documents.Of("shop", ("shop.a", [60])))).StatusCode);
        await library.ExecuteAsync("DROP TRIGGER fault");
        Assert.Equal(HttpStatusCode.Created, (await SendAsync("one", Documents.Of("shop", ("shop.a", [60])))).StatusCode);
    }

    private async Task<HttpResponseMessage> SendAsync(string? key, object document)
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/destinations") { Content = JsonContent.Create(document) };
        if (key is not null)
            request.Headers.Add("Idempotency-Key", key);
        return await library.Http.SendAsync(request);
    }
}
