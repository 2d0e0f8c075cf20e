
namespace Pantomet.Imaging.Isolation;

/// <summary>How much of the machine looking at pictures may take.</summary>
/// <param name="TotalBytes">Memory of all looks that go on at once; one picture gets no more.</param>
/// <param name="AtOnce">Looks that go on at once.</param>
/// <param name="DefaultTime">Of a processor, for one file; longer ones get more.</param>
public sealed record DecoderBounds(long TotalBytes, int AtOnce, TimeSpan DefaultTime)
{
    private const long MinBytes = 144_000_000;
    private const long DefaultBytes = 400_000_000;
    private const int BytesPerFileByte = 8;
    private const double MaxSeconds = 60;
    private const double FileBytesPerSecond = 10_000_000;

    /// <summary>For this machine: as many looks as cores, and memory that leaves the server its own.</summary>
    public static DecoderBounds Usual { get; } = new(800_000_000, Environment.ProcessorCount, TimeSpan.FromSeconds(10));

    /// <summary>
    /// Memory that a file is given at its first look. Most need less; one that needs more is looked at again with all there is.
    /// </summary>
    /// <param name="fileBytes">Length of the file.</param>
    public long FirstBytes(long fileBytes) =>
        Math.Min(TotalBytes, Math.Clamp(MinBytes + (BytesPerFileByte * fileBytes), MinBytes, DefaultBytes));

    /// <summary>Time of a processor that a file is given. Honest pictures that take long are long files too.</summary>
    /// <param name="fileBytes">Length of the file.</param>
    public TimeSpan MaxTime(long fileBytes) =>
        TimeSpan.FromSeconds(Math.Min(MaxSeconds, DefaultTime.TotalSeconds + (fileBytes / FileBytesPerSecond)));
}
