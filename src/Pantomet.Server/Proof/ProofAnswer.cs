using Pantomet.Core.Measures;
using Pantomet.Core.Pictures;
using Pantomet.Core.Proof;
using Pantomet.Core.Proof.Markup;
using Pantomet.Core.Proof.Pages;
using Pantomet.Core.Sizing;
using Pantomet.Core.Weight;

namespace Pantomet.Server.Proof;

/// <summary>A file that a browser may take.</summary>
/// <param name="Variant">Its id.</param>
/// <param name="FileName">Its name.</param>
/// <param name="Format">Its format.</param>
/// <param name="Width">In pixels.</param>
/// <param name="Height">In pixels.</param>
/// <param name="Bytes">Its length.</param>
/// <param name="PixelsForOne">Its pixels across, for each device pixel that shows it.</param>
/// <param name="IsTaken">Whether it is the one that is taken.</param>
internal sealed record CandidateAnswer(
    string Variant, string FileName, PictureFormat Format, int Width, int Height, long Bytes, double PixelsForOne, bool IsTaken);

/// <summary>What visitors with one kind of screen get.</summary>
/// <param name="Viewport">In CSS px.</param>
/// <param name="Density">Of the screen.</param>
/// <param name="Share">Of visits.</param>
/// <param name="ShownPx">How wide the page shows the picture, in CSS px.</param>
/// <param name="Width">Of the file, in pixels.</param>
/// <param name="Format">Of the file.</param>
/// <param name="Bytes">Of the file.</param>
/// <param name="PixelsForOne">Pixels of the file across, for each device pixel that shows it.</param>
/// <param name="Sharpness">How that looks.</param>
/// <param name="WastedBytes">Beyond those that a file of exactly the needed width would weigh.</param>
internal sealed record DeviceAnswer(
    int Viewport, double Density, double Share, double ShownPx, int Width, PictureFormat Format, long Bytes, double PixelsForOne,
    Sharpness Sharpness, long WastedBytes);

/// <summary>What is sent to a visitor.</summary>
/// <param name="Bytes">All of it.</param>
/// <param name="Seconds">That it is under way on <see cref="ProofAnswer.Line"/>.</param>
internal sealed record SentAnswer(long Bytes, double Seconds)
{
    public static SentAnswer Of(long bytes) => new(bytes, ProofAnswer.Weakest.SecondsFor(new ByteCount(bytes)));
}

/// <summary>A picture in a slot on a page, on one screen.</summary>
/// <param name="Page">The model page that was asked for, or that suits the slot.</param>
/// <param name="Pictures">Ids of the sources whose pictures the page shows; the one in question first.</param>
/// <param name="ShownPx">How wide the page shows the picture, in CSS px.</param>
/// <param name="IsWidthSaid">Whether the slot says so; otherwise it is taken to be as wide as the window.</param>
/// <param name="NeededPx">In device px.</param>
/// <param name="PixelsForOne">Pixels of the file across, for each device pixel that shows it.</param>
/// <param name="Sharpness">How that looks.</param>
/// <param name="Candidates">The files among which the browser chooses, by rising width.</param>
/// <param name="Sent">What the pictures of the page weigh.</param>
/// <param name="Originals">What they would weigh as they came in.</param>
/// <param name="Line">On which that is under way for so long.</param>
/// <param name="Devices">The destination's; the worst first.</param>
/// <param name="HasLastingAddresses">Whether a changed picture has another address.</param>
/// <param name="CacheNote">What that means for caches.</param>
/// <param name="Placeholder">What stands for the picture until it has arrived; null where it has transparent parts.</param>
internal sealed record ProofAnswer(
    ModelPage Page, IReadOnlyList<string> Pictures, double ShownPx, bool IsWidthSaid, double NeededPx, double PixelsForOne,
    Sharpness Sharpness, IReadOnlyList<CandidateAnswer> Candidates, SentAnswer Sent, SentAnswer Originals, DeliveryLine Line,
    IReadOnlyList<DeviceAnswer> Devices, bool HasLastingAddresses, string CacheNote, Placeholder? Placeholder)
{
    /// <summary>The slowest line that is told of.</summary>
    public static DeliveryLine Weakest => DeliveryLine.Invented[0];

    /// <summary>Works it out.</summary>
    /// <param name="page">The model page.</param>
    /// <param name="pictures">The one in question first.</param>
    /// <param name="asked">On which screen.</param>
    /// <param name="onTheirPage">The one in question, as a page of its owner's shows it.</param>
    public static ProofAnswer Of(ModelPage page, IReadOnlyList<MadePicture> pictures, ProofQuery asked, PagePicture onTheirPage)
    {
        var (viewportPx, density, reads) = (asked.ViewportPx, asked.ScreenDensity, asked.ReadFormats);
        var onPage = pictures.Select(one => one.AsIs()).ToList();
        var shown = ShownPicture.On(onPage[0], viewportPx, density, reads);
        var names = pictures[0].Files.ToDictionary(file => file.Row.Id, file => file.Path.Split('/')[^1]);
        return new ProofAnswer(
            page, [.. pictures.Select(one => one.Source.Id)], shown.ShownPx, onPage[0].IsWidthSaid, shown.NeededPx,
            shown.PixelsForOne, shown.Sharpness,
            [.. shown.List.Files.Select(file => new CandidateAnswer(
                MadePicture.VariantOf(file), names[MadePicture.VariantOf(file)], file.Format, file.Size.File.Width, file.Size.File.Height,
                file.Bytes, shown.PixelsForOneOf(file), file == shown.File))],
            SentAnswer.Of(onPage.Sum(one => ShownPicture.On(one, viewportPx, density, reads).File.Bytes)),
            SentAnswer.Of(pictures.Sum(one => one.Source.Bytes)), Weakest,
            [.. pictures[0].Place.Destination.Devices.Select(device => Of(onPage[0], device, reads))
                .OrderBy(device => device.Sharpness == Sharpness.Soft ? 0 : 1)
                .ThenBy(device => device.Sharpness == Sharpness.Soft ? device.PixelsForOne : 0)
                .ThenByDescending(device => device.WastedBytes)],
            onTheirPage.HasLastingAddresses, Core.Proof.Markup.CacheNote.Of(onTheirPage), onTheirPage.Placeholder);
    }

    private static DeviceAnswer Of(PagePicture picture, Device device, IReadOnlySet<PictureFormat> reads)
    {
        var shown = ShownPicture.On(picture, device.ViewportPx, device.Density, reads);
        return new DeviceAnswer(
            device.ViewportPx, device.Density.Value, device.Share, shown.ShownPx, shown.File.Size.File.Width, shown.File.Format,
            shown.File.Bytes, shown.PixelsForOne, shown.Sharpness, shown.Wasted.Bytes);
    }
}
