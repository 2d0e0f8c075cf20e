using Pantomet.Core.Kernels.Calm;
using Pantomet.Core.Kernels.Colour;
using Pantomet.Core.Kernels.Saliency;
using Pantomet.Core.Measures;

namespace Pantomet.Core.Treatments;

/// <summary>A small copy of a picture, for who looks for a place and a colour in it.</summary>
/// <remarks>What is worked out once is kept: a person who types asks again with each letter.</remarks>
/// <param name="size">Of the copy, in pixels; it has the file's proportions.</param>
/// <param name="srgb">Red, green, blue of each pixel, row by row.</param>
/// <param name="avoid">What must not be covered.</param>
public sealed class HeadlineLook(PixelSize size, byte[] srgb, IReadOnlyList<PicturePart> avoid)
{
    // Of a colour that few pixels have nobody would want a headline.
    private const int Begins = 4;

    // A background has few colours of its own that anybody would name.
    private const int MostOfEach = 3;

    private LabPlane? plane;
    private CalmGrid? calm;
    private IReadOnlyList<SrgbColour>? colours;

    /// <summary>Places that are calm and free.</summary>
    public CalmGrid Calm => LazyInitializer.EnsureInitialized(ref calm, () => CalmGrid.Of(Plane, avoid));

    /// <summary>Places that are free, however busy.</summary>
    public CalmGrid Free => CalmGrid.OfFree(avoid);

    /// <summary>Colours of what must not be covered, then of the rest; each those with most pixels first.</summary>
    public IReadOnlyList<SrgbColour> Colours => LazyInitializer.EnsureInitialized(ref colours, ColoursOf);

    private LabPlane Plane => LazyInitializer.EnsureInitialized(ref plane, () => LabPlane.FromSrgb(size.Width, size.Height, srgb, []));

    /// <summary>The pixels of a part.</summary>
    /// <param name="part">Inside the picture.</param>
    public ToneGround GroundOf(PicturePart part)
    {
        var at = part.In(size);
        var pixels = new byte[3 * at.Size.Count];
        for (var row = 0; row < at.Height; row++)
            srgb.AsSpan(3 * (((at.Y + row) * size.Width) + at.X), 3 * at.Width).CopyTo(pixels.AsSpan(3 * row * at.Width));
        return ToneGround.Of(pixels);
    }

    private List<SrgbColour> ColoursOf()
    {
        var (inside, outside) = (new float[size.Count], new float[size.Count]);
        Array.Fill(outside, 1);
        foreach (var at in avoid.Select(part => part.In(size)))
        {
            for (var row = at.Y; row < at.Bottom; row++)
            {
                inside.AsSpan((row * size.Width) + at.X, at.Width).Fill(1);
                outside.AsSpan((row * size.Width) + at.X, at.Width).Clear();
            }
        }

        return
        [
            .. new[] { inside, outside }
                .SelectMany(there => ColourClusters.Of(Plane with { Opacity = there }, Begins).Take(MostOfEach))
                .Select(one => one.Colour).Distinct()
        ];
    }
}
