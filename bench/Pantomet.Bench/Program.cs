using Pantomet;
using Pantomet.Bench;

var demo = Path.Combine(Repository.Root, "demo", "sources");
var parts = new Dictionary<string, Action>
{
    ["intake"] = () => IntakeBench.Run(demo),
    ["hostile"] = HostileBench.Run,
    ["ladder"] = () => LadderBench.Run(demo),
    ["run"] = () => RunBench.Run(demo),
    ["batch"] = () => BatchBench.Run(demo),
    ["memory"] = () => MemoryBench.Run(demo),
    ["many"] = () => ManyBench.Run(demo),
    ["limits"] = () => ByteLimitBench.Run(demo),
    ["widths"] = BestLadderBench.Run,
    ["weights"] = () => WeightBench.Run(demo),
    ["framing"] = () => FramingBench.Run(demo),
    ["equal"] = () => EqualBytesBench.Run(demo),
    ["efforts"] = () => EffortBench.Run(demo),
    ["scores"] = () => ScoreBench.Run(demo),
    ["treatments"] = () => TreatmentBench.Run(demo),
};
if (args.FirstOrDefault(name => !parts.ContainsKey(name)) is { } unknown)
{
    Console.Error.WriteLine($"There is no part \"{unknown}\". Parts are {string.Join(", ", parts.Keys)}; without a name all of them run.");
    return 2;
}

Console.WriteLine("All figures are ratios within this run, unless they say otherwise; the machine's speed cancels out.");
foreach (var run in parts.Where(part => args.Length == 0 || args.Contains(part.Key)).Select(part => part.Value))
{
    Console.WriteLine();
    run();
}

return 0;
