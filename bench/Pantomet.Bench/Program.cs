using Pantomet.Bench;

var demo = Path.Combine(Repository.Root, "demo", "sources");
Console.WriteLine("All figures are ratios within this run; the machine's speed cancels out.");
Console.WriteLine();
LadderBench.Run(demo);
Console.WriteLine();
ByteLimitBench.Run(demo);
