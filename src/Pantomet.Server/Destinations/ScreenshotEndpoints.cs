using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Destinations;
using Pantomet.Core.Findings;
using Pantomet.Core.Kernels.Edges;
using Pantomet.Core.Measures;
using Pantomet.Imaging.Isolation;
using Pantomet.Rendering;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Destinations;

/// <summary>A screenshot that can be measured on.</summary>
internal sealed record ScreenshotAnswer(string Id, int Width, int Height);

/// <summary>What somebody drew over a screenshot.</summary>
/// <param name="Area">In pixels of the screenshot.</param>
/// <param name="Density">Its pixels per CSS pixel; or say the viewport.</param>
/// <param name="Viewport">Width of the viewport that it shows, CSS px.</param>
/// <param name="Snaps">Whether sides move onto edges nearby.</param>
/// <param name="Reach">How far they may move, px; 8 when it is not said.</param>
internal sealed record Measurement(PixelRect Area, double? Density = null, double? Viewport = null, bool Snaps = true, int? Reach = null);

/// <summary>What was measured.</summary>
/// <param name="Area">In pixels of the screenshot, after snapping.</param>
/// <param name="Density">Pixels of the screenshot per CSS pixel.</param>
/// <param name="Viewport">Width of the viewport, CSS px.</param>
/// <param name="ShownWidth">Of the place, CSS px.</param>
/// <param name="ShownHeight">Of the place, CSS px.</param>
/// <param name="Ratio">The simplest that the place has within a pixel.</param>
/// <param name="ShareOfViewport">Of its width.</param>
/// <param name="Proposal">A slot for such a place.</param>
internal sealed record MeasuredAnswer(
    PixelRect Area, double Density, double Viewport, double ShownWidth, double ShownHeight, string Ratio, double ShareOfViewport,
    SlotDocument Proposal);

internal static class ScreenshotEndpoints
{
    private const long MaxBytes = 60_000_000;
    private const long MaxPixels = 60_000_000;
    private const int DefaultReach = 8;
    private const int LongestReach = 64;

    public static void MapScreenshots(this IEndpointRouteBuilder routes)
    {
        var screenshots = routes.MapGroup("/api/screenshots").WithTags("Destinations");
        screenshots.MapPost("", AddAsync).Accepts<Stream>("application/octet-stream").WithName("addScreenshot");
        screenshots.MapPost("/{id}/measure", Measure).WithName("measureOnScreenshot");
    }

    private static async Task<Results<Ok<ScreenshotAnswer>, ProblemHttpResult>> AddAsync(
        HttpContext context, ContentStore store, DecoderPool decoders, Screenshots screenshots, CancellationToken cancel)
    {
        // The length is bounded here, with a sentence, and not by the web server's own bound.
        if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } size)
            size.MaxRequestBodySize = null;
        try
        {
            using var file = await store.StageAsync(context.Request.Body, MaxBytes, cancel);
            var plane = await decoders.BrightnessAsync(file.Path, MaxPixels, cancel);
            return TypedResults.Ok(new ScreenshotAnswer(screenshots.Add(plane), plane.Width, plane.Height));
        }
        catch (UnreadableException problem)
        {
            return Problems.Invalid("file", problem.Message);
        }
        catch (FileTooLongException)
        {
            return Problems.Invalid(
                "file", $"The screenshot has more than {MaxBytes / 1_000_000} MB. Take it of the window, not of the whole page.");
        }
    }

    private static Results<Ok<MeasuredAnswer>, ProblemHttpResult> Measure(Screenshots screenshots, string id, Measurement drawn)
    {
        if (screenshots.Find(id) is not { } plane)
            return Problems.Gone("The screenshot is no longer kept. Drop it again.");
        var density = drawn.Density ?? plane.Width / drawn.Viewport;
        if (density is not { } known || !Density.IsValid(known))
            return Problems.Invalid(
                "density",
                $"Say the screenshot's density, above 0 and at most {Density.Most}, or the width of the viewport that it shows.");
        if (drawn.Area is not { Width: > 0, Height: > 0 } || !drawn.Area.LiesIn(new PixelSize(plane.Width, plane.Height)))
            return Problems.Invalid("area", "Draw a rectangle inside the screenshot.");
        var area = drawn.Snaps ? EdgeSnap.Snap(plane, drawn.Area, Math.Clamp(drawn.Reach ?? DefaultReach, 1, LongestReach)) : drawn.Area;
        var place = new MeasuredPlace(area, new Density(known), plane.Width / known);
        return TypedResults.Ok(new MeasuredAnswer(
            area, known, place.ViewportPx, place.ShownPx, place.ShownHighPx, place.Ratio().ToString(), place.ShareOfViewport,
            place.Proposal("measured-place")));
    }
}
