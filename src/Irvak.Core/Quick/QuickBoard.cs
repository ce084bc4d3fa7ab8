using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Evidence;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Quick;

/// <summary>One line of a list of modules, as typed.</summary>
/// <param name="Line">From 1.</param>
public sealed record ModuleLine(int Line, string Typed, LabelReading Reading);

/// <summary>Modules by their labels, one line each; "4 × 16GB 2Rx4 …" is four.</summary>
public static class ModuleLines
{
    public const int MostLines = 200,
        MostPieces = 192,
        MostText = 20_000;

    /// <summary>A list that is longer than is read at a time, with its path; null for one that is not.</summary>
    public static SheetProblem? TooLong(string? text, string path) =>
        text is { Length: > MostText } ? new(path, $"At most {MostText:N0} characters at a time.".Replace(',', ' ')) : null;

    public static IReadOnlyList<ModuleLine> Read(string? text) =>
        [
            .. (text ?? "")
                .Split('\n')
                .Select((l, i) => (Text: l.Trim(), Line: i + 1))
                .Where(l => l.Text.Length > 0)
                .Take(MostLines)
                .Select(l => new ModuleLine(l.Line, l.Text.Length > 200 ? l.Text[..200] + "…" : l.Text, ModuleLabel.Read(l.Text))),
        ];

    /// <summary>One module for each piece; lines that are no label give none.</summary>
    public static IReadOnlyList<ModuleSheet> Pieces(IReadOnlyList<ModuleLine> lines) =>
        [
            .. lines
                .Where(l => l.Reading.IsLabel && l.Reading.Problem is null)
                .SelectMany(l => Enumerable.Repeat(l.Reading.Module, l.Reading.Count))
                .Take(MostPieces),
        ];
}

/// <summary>A board with processors and nothing else: what the sums outside any job are about.</summary>
public static class QuickBoard
{
    /// <param name="sockets">How many sockets hold a processor, from the first on; 0 means all.</param>
    /// <param name="processor">Name of a processor on the sheet; null for the first one that the sheet lists.</param>
    public static JobState Of(MachineSheet sheet, int sockets, string? processor, SystemFacts system)
    {
        var part = sheet.Processors.FirstOrDefault(p => p.Name == processor)
            ?? (sheet.Processors.Count > 0 ? sheet.Processors[0] : new ProcessorSheet { Name = "processor of unknown limits" });
        var filled = sheet.Sockets.Take(sockets <= 0 ? sheet.Sockets.Count : sockets);
        var found = Build.Empty.Units.SetItems(
            filled.Select(s => KeyValuePair.Create(Place.Socket(s.Id), new Unit { Processor = part, Source = "assumed" }))
        );
        return JobState.Start with { Sheet = sheet, Found = found, System = system };
    }

    public static Question Ask(JobState state, IReadOnlyDictionary<string, ShelfPart>? shelf = null) =>
        Question.Of(state, EvidenceBook.Empty, shelf ?? ShelfBook.Empty);
}

/// <summary>What a label says, with what follows from it.</summary>
/// <param name="Written">The label written in full again, as far as it is known.</param>
/// <param name="DieGbit">Density of its chips; null when a figure is missing.</param>
/// <param name="MBs">Most that one channel carries at its rate.</param>
/// <param name="LatencyNs">Latency of the first word, ns.</param>
public sealed record LabelSum(ModuleLine Line, string Long, string Written, double? DieGbit, Throughput? MBs, double? LatencyNs)
{
    public static LabelSum Of(ModuleLine line)
    {
        var m = line.Reading.Module;
        TransferRate? rate = m.RateMTs is { } mts ? new(mts) : null;
        return new LabelSum(
            line,
            m.Long,
            LabelWriter.Write(m, line.Reading.Details),
            Bins.DieGbit(m),
            rate?.OverAModule,
            line.Reading.CasLatency * 2000 / rate?.Exact
        );
    }
}
