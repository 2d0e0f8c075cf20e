using NetVips;
using Pantomet.Core.Findings;
using Pantomet.Core.Treatments;

namespace Pantomet.Imaging.Treatments;

/// <summary>Sets a headline on pictures of one size: what lies beneath it is found on the first of them, and is the same for all.</summary>
/// <param name="find">Finds where and how, for all sizes of the crop; asked once.</param>
/// <param name="tells">Whether somebody asks how large the contrast is.</param>
internal sealed class HeadlineMaker(Func<HeadlineSetting> find, bool tells)
{
    private readonly Lock finding = new();
    private HeadlineSetting? setting;
    private LaidHeadline? laid;

    /// <summary>How it was set, once there was a picture.</summary>
    public SetHeadline Set => SetHeadline.Of(Setting, laid);

    /// <summary>What is to be said of it.</summary>
    public IEnumerable<Finding> Findings => Setting.Findings.Concat(
        laid is { } now ? ToneFindings.Of("The headline", Setting.DemandOf(Setting.Found!.Colour), now.Readable) : []);

    private HeadlineSetting Setting => LazyInitializer.EnsureInitialized(ref setting, find);

    /// <summary>The picture with its headline.</summary>
    /// <param name="picture">sRGB or grey, 8 bits.</param>
    public Image Apply(Image picture)
    {
        if (Setting.Found is null)
            return picture.Copy();
        using var plain = PlainColours.Of(picture);
        LaidHeadline now;
        lock (finding)
            now = laid ??= LaidHeadline.On(plain, Setting, tells);
        using var letters = Image.NewFromMemory(now.Pixels, now.At.Width, now.At.Height, 4, Enums.BandFormat.Uchar);
        return Overlay.On(plain, letters, now.At.X, now.At.Y);
    }
}
