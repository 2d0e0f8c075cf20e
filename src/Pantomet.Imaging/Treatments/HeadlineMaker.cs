using NetVips;
using Pantomet.Core.Findings;
using Pantomet.Core.Treatments;

namespace Pantomet.Imaging.Treatments;

/// <summary>Sets a headline on pictures of one size: what lies beneath it is found on the first of them, and is the same for all.</summary>
/// <param name="setting">Where and how, for all sizes of the crop; asked for with the first picture.</param>
internal sealed class HeadlineMaker(Func<HeadlineSetting> setting)
{
    private readonly Lock finding = new();
    private LaidHeadline? laid;

    /// <summary>How it was set, once there was a picture.</summary>
    public SetHeadline Set => SetHeadline.Of(setting(), laid);

    /// <summary>What is to be said of it.</summary>
    public IEnumerable<Finding> Findings => setting().Findings.Concat(
        laid is { } now ? ToneFindings.Of("The headline", setting().DemandOf(setting().Found!.Colour), now.Readable) : []);

    /// <summary>The picture with its headline.</summary>
    /// <param name="picture">sRGB or grey, 8 bits.</param>
    public Image Apply(Image picture)
    {
        if (setting().Found is null)
            return picture.Copy();
        using var plain = PlainColours.Of(picture);
        LaidHeadline now;
        lock (finding)
            now = laid ??= LaidHeadline.On(plain, setting());
        using var whole = plain.With(plain.Colour).Copy(interpretation: Enums.Interpretation.Srgb);
        var at = now.At;
        using var part = whole.Crop(at.X, at.Y, at.Width, at.Height);
        using var over = Image.NewFromMemory(now.Pixels, at.Width, at.Height, 4, Enums.BandFormat.Uchar);
        using var letters = over.Copy(interpretation: Enums.Interpretation.Srgb);
        using var both = part.Composite2(letters, Enums.BlendMode.Over);
        using var bytes = both.Cast(Enums.BandFormat.Uchar);
        using var kept = plain.Alpha is null ? bytes.ExtractBand(0, n: 3) : bytes.Copy();
        return whole.Insert(kept, at.X, at.Y);
    }
}
