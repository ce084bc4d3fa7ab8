using System.Text.Json.Serialization;
using Irvak.Core.Contracts;
using Irvak.Core.Lanes;
using Irvak.Core.Quantities;

namespace Irvak.Core.Quick;

/// <summary>A slot and what hangs on it.</summary>
/// <param name="Gen">Generation that the link runs at, 1 to 6.</param>
/// <param name="Lanes">Lanes that it runs with.</param>
/// <param name="Payload">Configured largest payload, bytes.</param>
/// <param name="Drives">Drives behind it; 0 for none.</param>
/// <param name="DriveMBs">What one of them reads in order, MB/s.</param>
/// <param name="NetworkGbs">Line to the user, Gb/s; 0 for none.</param>
/// <param name="FasterGbs">Another line to compare with, Gb/s; 0 for none.</param>
public sealed record LaneQuestion(
    int Gen,
    int Lanes,
    int Payload = 128,
    int Drives = 0,
    double DriveMBs = 250,
    double NetworkGbs = 0,
    double FasterGbs = 0
)
{
    /// <summary>What is wrong with it, with a path; null when nothing is.</summary>
    [JsonIgnore]
    public SheetProblem? Problem =>
        this switch
        {
            { Gen: < 1 or > LinkRates.LastGen } => new("/gen", "A generation of PCI Express is 1 to 6."),
            { Lanes: not (1 or 2 or 4 or 8 or 12 or 16 or 32) } => new("/lanes", "A link has 1, 2, 4, 8, 12, 16 or 32 lanes."),
            _ when !LinkRates.Payloads.Contains(Payload) => new("/payload", "A payload is 128, 256, 512, 1024, 2048 or 4096 bytes."),
            { Drives: < 0 or > 10_000 } => new("/drives", "Between 0 and 10 000 drives."),
            _ when DriveMBs is not (> 0 and < 1e6) => new("/driveMBs", "A drive reads more than 0 MB/s."),
            _ when NetworkGbs is not (>= 0 and <= 1600) || FasterGbs is not (>= 0 and <= 1600) => new(
                "/networkGbs",
                "A line carries 0 to 1600 Gb/s."
            ),
            _ => null,
        };
}

/// <summary>One stage of the way, MB/s.</summary>
/// <param name="Pinch">True for the narrowest.</param>
public sealed record LaneStage(string Name, Throughput MBs, bool Pinch);

/// <param name="LaneMBs">One lane with its payload, MB/s.</param>
/// <param name="LinkMBs">All lanes, MB/s.</param>
/// <param name="Stages">From the drives to the user, in order.</param>
/// <param name="EndMBs">What arrives, MB/s.</param>
/// <param name="Gain">With the other line, as a factor; null without one.</param>
/// <param name="Next">What would be narrowest with the pinch lifted; null with a single stage.</param>
public sealed record LaneAnswer(
    Throughput LaneMBs,
    Throughput LinkMBs,
    IReadOnlyList<LaneStage> Stages,
    Throughput EndMBs,
    Throughput? FasterMBs,
    double? Gain,
    LaneStage? Next,
    string Verdict
)
{
    public required Worked Why { get; init; }
}

/// <summary>How fast a slot is, and whether it or something beside it is the narrowest place.</summary>
public static class QuickLane
{
    public static LaneAnswer Of(LaneQuestion q)
    {
        if (q.Problem is { } problem)
            throw new ArgumentException(problem.Text, nameof(q));
        var link = LinkRates.Pcie(q.Gen, q.Lanes, q.Payload);
        var (stages, end) = Way(q, q.NetworkGbs);
        Throughput? faster = q.FasterGbs > 0 ? Way(q, q.FasterGbs).End : null;
        var next = stages.Count > 1 ? stages.Where(s => !s.Pinch).MinBy(s => s.MBs) : null;
        return new(LinkRates.Pcie(q.Gen, 1, q.Payload), link, stages, end, faster, faster / end, next, Say(q, stages, end, faster))
        {
            Why = Sum(q, link),
        };
    }

    private static (IReadOnlyList<LaneStage> Stages, Throughput End) Way(LaneQuestion q, double network)
    {
        var stages = new List<(string Name, Throughput MBs)>();
        if (q.Drives > 0)
            stages.Add(($"{q.Drives} {(q.Drives == 1 ? "drive" : "drives")}", q.Drives * new Throughput(q.DriveMBs)));
        stages.Add(($"slot, ×{q.Lanes} of generation {q.Gen}", LinkRates.Pcie(q.Gen, q.Lanes, q.Payload)));
        if (network > 0)
            stages.Add(($"network, {network:0.##} Gb/s", LinkRates.Ethernet(network)));
        var end = stages.Min(s => s.MBs);
        var narrow = stages.FindIndex(s => s.MBs == end);
        return ([.. stages.Select((s, i) => new LaneStage(s.Name, s.MBs, i == narrow))], end);
    }

    private static string Say(LaneQuestion q, IReadOnlyList<LaneStage> stages, Throughput end, Throughput? faster)
    {
        var pinch = stages.First(s => s.Pinch);
        if (stages.Count == 1)
            return $"It carries {end} each way.";
        var said = $"{end} arrive; the narrowest place is the {pinch.Name}.";
        return faster is null ? said
            : faster > end * 1.02 ? said + $" At {q.FasterGbs:0.##} Gb/s {faster} would, {faster / end:0.0#} times as much."
            : said + $" {q.FasterGbs:0.##} Gb/s bring nothing: something else is narrower.";
    }

    private static Worked Sum(LaneQuestion q, Throughput link) =>
        new(
            [
                new("one lane on paper", $"{LinkRates.Lane(q.Gen).MegabytesPerSecond:0.#} MB/s"),
                new($"data in a packet of {q.Payload} bytes", $"{100 * LinkRates.Payload(q.Gen, q.Payload):0.0} %"),
                new("lanes", $"{q.Lanes}"),
            ],
            new WorkedLine("lanes × lane × data", $"{link}", true),
            "PCI Express Base Specification; IEEE 802.3 for the line"
        );
}
