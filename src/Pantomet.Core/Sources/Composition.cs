using System.Security.Cryptography;
using System.Text;
using Pantomet.Core.Findings;
using Pantomet.Core.Framing;
using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;

namespace Pantomet.Core.Sources;

/// <summary>A picture that is made of others: side by side, or one above the other.</summary>
/// <param name="Layout">How they lie.</param>
/// <param name="Background">Shows in gaps and margins, and behind what is transparent.</param>
public sealed record Composition(PairLayout Layout, SrgbColour Background)
{
    /// <summary>Pictures of pictures that are made of others, and no deeper.</summary>
    public const int MaxDepth = 2;

    /// <summary>How it is made now: each picture framed by its own subject to the shape that is left to it.</summary>
    /// <param name="inputs">The pictures, in their order; the same may come twice.</param>
    /// <returns>Or why it cannot be made.</returns>
    public Outcome<ComposedPlan> Of(IReadOnlyList<Source> inputs)
    {
        if (inputs.Count is < PairLayout.Least or > PairLayout.Most)
            return Refusal.Invalid(
                "inputs", $"A pair is made of {PairLayout.Least} or {PairLayout.Most} pictures; {inputs.Count} were given.");
        if (Layout.Of([.. inputs.Select(TurnedSize)]) is not { } places)
            return Refusal.Invalid("width", "Gaps and margins leave no room for the pictures. Make the pair larger, or them smaller.");
        var parts = inputs.Zip(places.Places, (input, place) => new ComposedPart(input.Id, SlotCrop.For(place.Size, input.Framed), place))
            .ToList();
        foreach (var (part, input) in parts.Zip(inputs))
        {
            if (!input.Facts.IsVector && (part.Crop.Size.Width < part.Place.Width || part.Crop.Size.Height < part.Place.Height))
            {
                return Refusal.Invalid(
                    "width",
                    $"{input.Stem} has {Finding.Px(part.Crop.Size)} px for a place of {Finding.Px(part.Place.Size)}. " +
                    "Make the pair smaller, or take a larger file of it.");
            }
        }

        return new ComposedPlan(places.Whole, parts, Background);
    }

    private static PixelSize TurnedSize(Source input) => new RotatedPicture(input.Facts.Size, input.Framing.Turn).Size;
}

/// <summary>How a composed picture is made: all that its pixels depend on.</summary>
/// <param name="Size">Of it.</param>
/// <param name="Parts">What lies where.</param>
/// <param name="Background">Behind and between them.</param>
public sealed record ComposedPlan(PixelSize Size, IReadOnlyList<ComposedPart> Parts, SrgbColour Background)
{
    /// <summary>The same for the same pixels: it is out of date when what would be made now has another.</summary>
    public string Key()
    {
        var parts = string.Join(' ', Parts.Select(part => $"{part.Input} {part.Crop} {part.Place}"));
        return Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes($"{Size} {Background} {parts}")));
    }
}

/// <summary>One picture in a composed one.</summary>
/// <param name="Input">Which.</param>
/// <param name="Crop">What of it.</param>
/// <param name="Place">Where it lies; not larger than its crop, unless it is a vector picture.</param>
public sealed record ComposedPart(SourceId Input, SlotCrop Crop, PixelRect Place);
