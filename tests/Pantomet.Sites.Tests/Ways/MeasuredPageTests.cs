using System.Text;
using Pantomet.Core.Findings;
using Pantomet.Sites.Ways;

namespace Pantomet.Sites.Tests.Ways;

/// <summary>What the measuring script saves; that it saves this is held by <c>tests/e2e/measuring-script.spec.ts</c>.</summary>
public sealed class MeasuredPageTests
{
    private const string Good =
        """
        { "format": "measured-page", "version": 1, "address": "https://kites.example/", "title": "Kites",
          "viewport": { "width": 390, "height": 844, "density": 3 },
          "pictures": [
            { "address": "https://kites.example/a.jpg", "use": "image", "width": 358.4, "height": 200, "x": 16, "y": 80, "isShown": true,
              "alt": "A kite", "loading": "lazy", "naturalWidth": 1600, "naturalHeight": 900, "isComplete": true },
            { "address": "https://kites.example/b.jpg", "use": "background", "width": -1, "height": 40, "x": 0, "y": 0,
              "isShown": true } ] }
        """;

    [Fact]
    public void It_is_read()
    {
        var page = Read(Good);

        Assert.Equal(("https://kites.example/", 390, 3), (page.Address, page.Viewport.Width, page.Viewport.Density));
        Assert.Equal((358.4, "A kite", "lazy"), (page.Pictures[0].Width, page.Pictures[0].Alt, page.Pictures[0].Loading));
        Assert.Equal((MeasuredUse.Background, 0), (page.Pictures[1].Use, page.Pictures[1].Width));
    }

    [Theory]
    [InlineData("", "")]
    [InlineData("measured-page", "something")]
    [InlineData("\"version\": 1", "\"version\": 2")]
    [InlineData("https://kites.example/\"", "kites\"")]
    [InlineData("390", "0")]
    [InlineData("390", "1e400")]
    [InlineData("\"density\": 3", "\"density\": 30")]
    [InlineData("\"pictures\"", "\"images\"")]
    [InlineData("\"image\"", "\"7\"")]
    [InlineData("\"https://kites.example/b.jpg\"", "null")]
    public void What_is_something_else_is_refused_with_what_to_do(string part, string instead)
    {
        var text = part.Length == 0 ? "" : Good.Replace(part, instead, StringComparison.Ordinal);

        var refusal = Assert.Throws<UnreadableException>(() => Read(text));

        Assert.Contains("Measure the page again", refusal.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void The_script_is_one_line_without_remarks()
    {
        Assert.DoesNotContain('\n', MeasuredPage.Script);
        Assert.DoesNotContain("//", MeasuredPage.Script, StringComparison.Ordinal);
    }

    private static MeasuredPage Read(string text) => MeasuredPage.Read(new MemoryStream(Encoding.UTF8.GetBytes(text)));
}
