namespace Pantomet.Server.Tests;

public sealed class ApiDescriptionTests(Library library) : IClassFixture<Library>
{
    private static readonly string Kept = Path.Combine(Library.Root(), "src", "client", "src", "api", "openapi-1.json");

    // The client's types are made from this file; tools/refresh-api writes it.
    [Fact]
    public async Task The_pages_are_built_against_what_the_server_says_of_itself()
    {
        var now = await library.Http.GetStringAsync(new Uri("/openapi/v1.json", UriKind.Relative));
        if (Environment.GetEnvironmentVariable("PANTOMET_WRITE_API") is not null)
            await File.WriteAllTextAsync(Kept, now);
        Assert.True(now == await File.ReadAllTextAsync(Kept), "The interface has changed. Run tools/refresh-api, and mend the pages.");
    }
}
