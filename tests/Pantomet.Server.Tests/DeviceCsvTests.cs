using Pantomet.Core.Measures;
using Pantomet.Core.Sizing;
using Pantomet.Server.Destinations;

namespace Pantomet.Server.Tests;

public sealed class DeviceCsvTests
{
    private static readonly Device[] Expected = [new(390, new Density(3), 0.25), new(1440, new Density(1.5), 0.75)];

    [Theory]
    [InlineData("viewport,density,share\n390,3,0.25\n1440,1.5,0.75\n")]
    [InlineData("\uFEFFShare;Viewport (px);Density\r\n25 %;390;3\r\n75%;1440;1,5\r\n\r\n")]
    [InlineData("density\tshare\tviewport\tname\n3\t25\t390px\ta phone\n1.5x\t75\t1440\ta \"laptop\"\n")]
    [InlineData("\"viewport\",\"density\",\"share\"\n\"390\",\"3\",\"25\"\n1440,1.5,75")]
    public void Separators_order_and_units_are_as_people_write_them(string text)
    {
        var reading = DeviceCsv.Read(text);
        Assert.Null(reading.Problem);
        Assert.Empty(reading.Notes);
        Assert.Equal(Expected, reading.Devices);
    }

    [Fact]
    public void Shares_that_do_not_add_up_are_scaled_and_said()
    {
        var reading = DeviceCsv.Read("viewport,density,share\n390,3,10\n1440,1.5,30\n");
        Assert.Equal(Expected, reading.Devices);
        Assert.Contains("add up to 40", Assert.Single(reading.Notes), StringComparison.Ordinal);
    }

    [Fact]
    public void Rows_that_cannot_be_read_are_left_out_and_the_first_is_named()
    {
        var reading = DeviceCsv.Read(
            "viewport,density,share\n390,3,25\nwide,1,1\n0,1,1\n800.5,1,1\n800,0,1\n800,9,1\n800,1,-1\n800\n1440,1.5,75\n");
        Assert.Equal(Expected, reading.Devices);
        Assert.Contains(
            "7 of 9 rows were left out. The first: line 3: \"wide\" is no viewport width", reading.Notes[0], StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("", "empty")]
    [InlineData("viewport,density\n390,3\n", "\"share\"")]
    [InlineData("viewport,density,share\n", "no row")]
    [InlineData("viewport,density,share\n390,3,0\n", "no row")]
    [InlineData("viewport,density,share\nx,y,z\n", "No row could be read")]
    public void A_file_without_a_table_is_refused_with_a_sentence(string text, string part)
    {
        var reading = DeviceCsv.Read(text);
        Assert.Empty(reading.Devices);
        Assert.Contains(part, reading.Problem, StringComparison.Ordinal);
    }

    [Fact]
    public void Fifty_thousand_rows_become_one_row_for_each_screen()
    {
        var rows = Enumerable.Range(0, 50_000).Select(row => $"{320 + (row % 1600)},{1 + (row % 3)},1");
        var reading = DeviceCsv.Read("viewport,density,share\n" + string.Join('\n', rows));
        Assert.Equal(4800, reading.Devices.Count);
        Assert.Equal(1, reading.Devices.Sum(device => device.Share), 9);
        Assert.Contains(reading.Notes, note => note == "50,000 rows gave 4,800 different screens.");
    }
}
