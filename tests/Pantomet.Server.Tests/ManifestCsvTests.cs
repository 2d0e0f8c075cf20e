using System.Text;
using Pantomet.Core.Packages;
using Pantomet.Server.Packages;

namespace Pantomet.Server.Tests;

public sealed class ManifestCsvTests
{
    [Fact]
    public void The_list_quotes_as_rfc_4180_and_disarms_formulas()
    {
        var entry = new ManifestEntry(
            "a/b/kite.jpg", "=cmd(\"x\"),1.jpg", "00", "Stall", "photo", 10, 20, "image/jpeg", 300, null, "11", "A \"red\" kite, flying");
        var line = Encoding.UTF8.GetString(ManifestCsv.Of([entry])).Split("\r\n")[1];
        Assert.Equal(
            "a/b/kite.jpg,\"'=cmd(\"\"x\"\"),1.jpg\",00,Stall,photo,10,20,image/jpeg,300,,11,\"A \"\"red\"\" kite, flying\"", line);
    }
}
