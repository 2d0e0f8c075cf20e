using Pantomet.Imaging.Sources;

namespace Pantomet.Imaging.Tests.Sources;

/// <summary>Documents made by hand, of two channels of 3 × 2 pixels.</summary>
public sealed class PsdEndTests
{
    private static readonly byte[] Header = [.. "8BPS"u8, 0, 1, 0, 0, 0, 0, 0, 0, 0, 2, 0, 0, 0, 2, 0, 0, 0, 3, 0, 8, 0, 1];

    [Theory]
    [InlineData(12, true)]
    [InlineData(11, false)]
    [InlineData(0, false)]
    public void A_raw_picture_is_there_when_every_row_is(int bytes, bool isThere) =>
        Assert.Equal(isThere, IsThere([0, 0, .. new byte[bytes]]));

    // Four rows of 3, 1, 2 and 0 packed bytes.
    [Theory]
    [InlineData(6, true)]
    [InlineData(5, false)]
    public void A_packed_picture_is_there_when_all_that_its_table_names_is(int bytes, bool isThere) =>
        Assert.Equal(isThere, IsThere([0, 1, 0, 3, 0, 1, 0, 2, 0, 0, .. new byte[bytes]]));

    [Fact]
    public void A_document_that_ends_in_its_table_or_its_layers_is_not_whole()
    {
        Assert.False(IsThere([0, 1, 0, 3]));
        using var folder = new TemporaryFolder();
        // The layers claim more bytes than the file has.
        Assert.False(PsdEnd.IsThere(folder.Write("short.psd", [.. Header, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 9, 9, 1, 2])));
        Assert.False(PsdEnd.IsThere(folder.Write("head.psd", Header[..20])));
    }

    private static bool IsThere(byte[] picture)
    {
        using var folder = new TemporaryFolder();
        return PsdEnd.IsThere(folder.Write("made.psd", [.. Header, 0, 0, 0, 1, 7, 0, 0, 0, 0, 0, 0, 0, 2, 8, 8, .. picture]));
    }
}
