namespace Pantomet.Market;

internal static class EntryPoint
{
    private static Task Main(string[] args) => MarketServer.Build(args).RunAsync();
}
