using System.Text;
using System.Text.Json;
using Pantomet.Core.Findings;
using Pantomet.Core.SiteCheck;
using Pantomet.Sites.Layout;
using Xunit.Abstractions;

namespace Pantomet.Sites.Tests;

/// <summary>Sizes at which pictures are shown, held against what Chromium does with the same pages: recorded by
/// <c>tests/e2e/site-sizes.spec.ts</c>, which also makes the pages.</summary>
public sealed class PageSizesTests(ITestOutputHelper output)
{
    private static readonly Viewport[] Windows = [new(390, 844, 3), new(820, 1180, 2), new(1440, 900, 1)];

    private static readonly Lazy<IReadOnlyList<Recorded>> Pages = new(() => JsonSerializer.Deserialize<List<Recorded>>(
        File.ReadAllText(Path.Combine(Repository.Root, "tests", "layouts", "chromium.json")), JsonSerializerOptions.Web)!);

    private sealed record Recorded(string Html, double[]?[][] Sizes);

    [Fact]
    public void Wherever_a_size_is_known_it_is_the_one_of_Chromium()
    {
        var (all, widths, heights) = (0, 0, 0);
        var wrong = new List<string>();
        foreach (var (number, page) in Pages.Value.Index())
        {
            var sizes = Sizes(page.Html);
            foreach (var (window, shown) in sizes.Index())
            {
                Assert.Equal(page.Sizes[window].Length, shown.Count);
                foreach (var (at, ours) in shown.Index())
                {
                    var seen = page.Sizes[window][at];
                    all++;
                    widths += ours.WidthPx is not null || ours.IsShown == false ? 1 : 0;
                    heights += ours.HeightPx is not null || ours.IsShown == false ? 1 : 0;
                    if ((ours.IsShown == false && seen is not null) || (ours.WidthPx is { } w && !(Math.Abs(w - (seen?[0] ?? -9)) <= 1)) ||
                        (ours.HeightPx is { } h && !(Math.Abs(h - (seen?[1] ?? -9)) <= 1)))
                        wrong.Add($"page {number + 1}, window {Windows[window].WidthPx}, picture {at}: {ours} but {Text(seen)}");
                }
            }
        }

        output.WriteLine($"{all} sizes; width known of {100.0 * widths / all:0.0} %, height of {100.0 * heights / all:0.0} %");
        Assert.True(wrong.Count == 0, $"{wrong.Count} wrong:\n{string.Join('\n', wrong.Take(60))}");
        // What is not known is said, and is the lesser part.
        Assert.True(widths > 0.5 * all, $"{widths} of {all}");
    }

    [Fact]
    public void A_style_sheet_that_is_not_there_leaves_the_page_open()
    {
        const string html = "<!doctype html><link rel=stylesheet href=a.css><style>@import 'b.css';</style><img src=/img/8x6.png width=80>";

        Assert.Equal(80, Sizes(html, _ => "")[0][0].WidthPx);
        Assert.Equal(ShownSize.Unknown, Sizes(html, address => address.AbsolutePath == "/a.css" ? "" : null)[0][0]);
        Assert.Equal(40, Sizes(html, address => $"img {{ width: {(address.AbsolutePath == "/b.css" ? 40 : 50)}px }}")[1][0].WidthPx);
    }

    [Fact]
    public void A_page_that_takes_too_much_work_is_refused()
    {
        var rules = string.Concat(Enumerable.Range(0, 1000).Select(number => $".c{number}{{width:1px}}"));
        var html = $"<!doctype html><style>{rules}</style>" + string.Concat(Enumerable.Repeat("<img src=/img/8x6.png>", 100));
        using var page = new OpenPage(Encoding.UTF8.GetBytes(html), new Uri("http://place.test/")) { MostSteps = 50_000 };

        var refusal = Assert.Throws<UnreadableException>(() => page.Measure(Windows, _ => null, PixelsOf, _ => true));

        Assert.Equal("page-too-large", refusal.Id);
    }

    private static string Text(double[]? size) => size is null ? "hidden" : $"{size[0]} × {size[1]}";

    private static IReadOnlyList<IReadOnlyList<ShownSize>> Sizes(string html, Func<Uri, string?>? textOf = null)
    {
        using var page = new OpenPage(Encoding.UTF8.GetBytes(html), new Uri("http://place.test/"));
        return page.Measure(Windows, textOf ?? (_ => null), PixelsOf, _ => true);
    }

    // The address says it: /img/800x600.png.
    private static (int Width, int Height)? PixelsOf(Uri address)
    {
        var sizes = Path.GetFileNameWithoutExtension(address.AbsolutePath).Split('x');
        return sizes.Length == 2 ? (int.Parse(sizes[0]), int.Parse(sizes[1])) : null;
    }
}
