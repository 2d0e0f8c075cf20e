using NetVips;
using Pantomet.Core.Pictures;
using Pantomet.Imaging.Encoders;

namespace Pantomet.Imaging.Tests.Encoders;

/// <summary>What lies on the disk is what was made, to its last pixel, or it is said.</summary>
public sealed class WrittenFileReaderTests
{
    [Theory]
    [InlineData(PictureFormat.Jpeg, true)]
    [InlineData(PictureFormat.WebP, true)]
    [InlineData(PictureFormat.Png, false)]
    public void A_file_cut_short_is_found_whether_its_whole_was_read_in_scoring_or_not(PictureFormat format, bool wasRead)
    {
        using var folder = new TemporaryFolder();
        var made = Making.One(Demo.Source("hill-flight.jpg"), Demo.Plain("3:2", format, 300));
        Assert.Equal(wasRead, made.WasRead);
        var whole = folder.Write("whole", made.File);
        Assert.Equal(made.File.LongLength, WrittenFileReader.Read(whole, made).Bytes.Bytes);
        var written = made.File.Length * 2 / 3;
        var cut = folder.Write("cut", made.File[..written]);
        Assert.Throws<IOException>(() => WrittenFileReader.Read(cut, made));
        Assert.ThrowsAny<VipsException>(() => WrittenFileReader.Read(cut));
        // As long as it should be, and its last third never written: some decoders make a picture of that.
        var hollow = folder.Write("hollow", [.. made.File[..written], .. new byte[made.File.Length - written]]);
        Assert.Throws<IOException>(() => WrittenFileReader.Read(hollow, made));
    }
}
