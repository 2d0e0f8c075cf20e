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
        using var letters = Image.NewFromMemory(now.Pixels, now.At.Width, now.At.Height, 4, Enums.BandFormat.Uchar);
        return Overlay.On(plain, letters, now.At.X, now.At.Y);
    }
}
