using Pantomet.Core.Kernels.Similarity;

namespace Pantomet.Core.Tests.Kernels.Similarity;

public sealed class TonePlaneTests
{
    [Fact]
    public void What_is_given_back_twice_is_lent_to_one()
    {
        var given = new TonePlane(40, 30);
        given.Dispose();
        given.Dispose();
        using var one = new TonePlane(40, 30);
        using var other = new TonePlane(40, 30);
        one.Values.Fill(1);
        other.Values.Fill(2);
        Assert.Equal(1, one.Values[7]);
        Assert.Throws<ObjectDisposedException>(() => given.Values.Length);
    }
}
