using Pantomet.Core.SiteCheck.Css;

namespace Pantomet.Core.SiteCheck;

/// <summary>The files that one <c>source</c>, or the <c>img</c> itself, offers.</summary>
/// <param name="Srcset">Read; without candidates where the attribute is missing.</param>
/// <param name="Sizes">As it is written; null where it is missing.</param>
/// <param name="Media">As it is written; null where it is missing, and for an <c>img</c>.</param>
/// <param name="Type">A media type (RFC 2045); null where it is missing, and for an <c>img</c>.</param>
public sealed record ImageOffer(Srcset Srcset, string? Sizes = null, string? Media = null, string? Type = null);

/// <summary>What a browser takes of a picture.</summary>
/// <param name="IsKnown">Whether it follows from the window; else it depends on what only a browser or its owner knows.</param>
/// <param name="Source">The file; null where there is none, or it is not known.</param>
/// <param name="SourceSizePx">How wide the browser takes it to be shown, CSS px; null where that does not matter or is not known.</param>
/// <param name="IsSizeSaid">Whether that is what the page says, and not how the browser lays it out.</param>
public sealed record TakenImage(bool IsKnown, ImageSource? Source = null, double? SourceSizePx = null, bool IsSizeSaid = false);

/// <summary>A picture as the markup of a page has it.</summary>
/// <param name="Sources">The <c>source</c> elements before the <c>img</c> in its <c>picture</c>, in their order.</param>
/// <param name="Image">What the <c>img</c> itself offers.</param>
/// <param name="Src">Its <c>src</c>; null where it is missing.</param>
/// <param name="Alt">Its alternative text; null where the attribute is missing.</param>
/// <param name="IsLazy">Whether it is loaded only when it comes near the window.</param>
/// <param name="Width">Its <c>width</c> attribute in CSS px; null where that is missing or no number.</param>
/// <param name="Height">Its <c>height</c> attribute in CSS px; null where that is missing or no number.</param>
public sealed record MarkedPicture(
    IReadOnlyList<ImageOffer> Sources, ImageOffer Image, string? Src, string? Alt, bool IsLazy, double? Width, double? Height)
{
    /// <summary>Everything that it offers, as it is written; null where it has no <c>src</c>.</summary>
    public IEnumerable<string?> Addresses =>
        Sources.Append(Image).SelectMany(offer => offer.Srcset.Candidates.Select(one => (string?)one.Address)).Append(Src);

    /// <summary>The file that a browser takes.</summary>
    /// <remarks>WHATWG HTML, "updating the source set": https://html.spec.whatwg.org/multipage/images.html#update-the-source-set.</remarks>
    /// <param name="viewport">The window.</param>
    /// <param name="reads">Whether the browser shows pictures of a media type.</param>
    /// <param name="laidOutPx">How wide it is laid out, for a late picture that says <c>sizes="auto"</c>; null where that is not
    /// known.</param>
    public TakenImage Taken(Viewport viewport, Func<string, bool> reads, double? laidOutPx = null)
    {
        foreach (var offer in Sources)
        {
            if (offer.Srcset.Candidates.Count == 0 || (offer.Type is { Length: > 0 } type && !reads(TypeOf(type))))
                continue;
            var holds = MediaCondition.OfQueries(offer.Media ?? "", viewport);
            if (holds == Holds.Undecided)
                return new TakenImage(false);
            if (holds == Holds.Yes)
                return Of(offer, null, viewport, laidOutPx);
        }

        return Of(Image, Src, viewport, laidOutPx);
    }

    private TakenImage Of(ImageOffer offer, string? src, Viewport viewport, double? laidOutPx)
    {
        var needsSize = offer.Srcset.Candidates.Any(one => one.WidthPx is not null);
        var read = needsSize ? SourceSize.Of(offer.Sizes, viewport, IsLazy, laidOutPx) : null;
        if (needsSize && read?.Px is null)
            return new TakenImage(false);
        return new TakenImage(
            true, ImageSources.Chosen(ImageSources.Of(offer.Srcset, src, read?.Px ?? 0), viewport.Density), read?.Px,
            read is { IsSaid: true, IsAuto: false });
    }

    // Without its parameters.
    private static string TypeOf(string type) => type.Split(';')[0].Trim().ToLowerInvariant();
}
