namespace Pantomet.Core.Sizing;

/// <summary>What one device gets from a ladder.</summary>
/// <param name="Demand">What it asks for.</param>
/// <param name="SentPx">Width of the file that it downloads.</param>
/// <param name="Bytes">Expected weight of that file.</param>
public sealed record DeviceCost(Demand Demand, int SentPx, double Bytes)
{
    /// <summary>Whether it gets fewer pixels than it is owed.</summary>
    public bool IsUnderServed => SentPx < Demand.NeededPx;

    /// <summary>Sent width ÷ wanted width; above 1 where more is sent than the screen can show.</summary>
    public double ShareOfWanted => SentPx / Demand.WantedPx;
}

/// <summary>What a ladder costs the visitors.</summary>
/// <param name="BytesPerVisit">Expected bytes of the picture, over all visits.</param>
/// <param name="Waste">Bytes sent beyond what files of exactly the owed widths would weigh, as a share of the latter.</param>
/// <param name="UnderServed">Share of visits that get fewer pixels than they are owed.</param>
/// <param name="Devices">Device by device, in the order of the demands.</param>
public sealed record LadderCost(double BytesPerVisit, double Waste, double UnderServed, IReadOnlyList<DeviceCost> Devices)
{
    /// <summary>Plays every visit through.</summary>
    /// <param name="widths">Widths of the files in px, rising; at least one.</param>
    /// <param name="demands">Shares that add up to 1.</param>
    /// <param name="bytes">Bytes of a file by its width.</param>
    public static LadderCost Of(IReadOnlyList<int> widths, IReadOnlyList<Demand> demands, Func<int, double> bytes)
    {
        var weights = widths.ToDictionary(width => width, bytes);
        var devices = demands.Select(demand => Of(widths, demand, weights)).ToList();
        var sent = devices.Sum(device => device.Demand.Device.Share * device.Bytes);
        var owed = devices.Sum(device => device.Demand.Device.Share * bytes(device.Demand.NeededPx));
        var beyond = devices.Sum(device => device.Demand.Device.Share * Math.Max(0, device.Bytes - bytes(device.Demand.NeededPx)));
        return new LadderCost(
            sent, beyond / owed, devices.Where(device => device.IsUnderServed).Sum(device => device.Demand.Device.Share), devices);
    }

    private static DeviceCost Of(IReadOnlyList<int> widths, Demand demand, Dictionary<int, double> weights)
    {
        var sent = BrowserChoice.Pick(widths, demand.ShownPx, demand.Device.Density);
        return new DeviceCost(demand, sent, weights[sent]);
    }
}
