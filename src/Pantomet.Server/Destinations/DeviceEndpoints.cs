using Microsoft.AspNetCore.Http.HttpResults;
using Pantomet.Core.Destinations;
using Pantomet.Core.Sizing;
using Pantomet.Server.Hosting;

namespace Pantomet.Server.Destinations;

/// <summary>A device table.</summary>
/// <param name="Devices">As they stand in a destination document; shares add up to 1.</param>
/// <param name="Notes">What was done to the table on the way.</param>
internal sealed record DeviceTable(IReadOnlyList<DeviceDocument> Devices, IReadOnlyList<string> Notes);

internal static class DeviceEndpoints
{
    public static void MapDevices(this IEndpointRouteBuilder routes)
    {
        var devices = routes.MapGroup("/api/devices").WithTags("Destinations");
        devices.MapGet("", Invented).WithName("getInventedDevices");
        devices.MapPost("/read", ReadAsync).Accepts<string>("text/csv").WithName("readDevices");
    }

    private static Ok<DeviceTable> Invented() => TypedResults.Ok(Of(Devices.Invented, []));

    private static async Task<Results<Ok<DeviceTable>, ProblemHttpResult>> ReadAsync(HttpContext context, CancellationToken cancel)
    {
        var (text, tooLong) = await RequestText.ReadAsync(context, cancel);
        if (text is null)
            return tooLong!;
        var reading = DeviceCsv.Read(text);
        return reading.Problem is { } problem ? Problems.Invalid("file", problem) : TypedResults.Ok(Of(reading.Devices, reading.Notes));
    }

    // Six decimals: a millionth of the visits is nobody's measurement.
    private static DeviceTable Of(IReadOnlyList<Device> devices, IReadOnlyList<string> notes) =>
        new([.. devices.Select(
            device => new DeviceDocument(device.ViewportPx, device.Density.Value, Math.Max(1e-6, Math.Round(device.Share, 6))))], notes);
}
