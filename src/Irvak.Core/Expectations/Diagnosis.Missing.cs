using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Expectations;

public static partial class Diagnosis
{
    private static Explanation Missing(MachineSheet sheet, Build planned, IReadOnlyList<ComparedLine> all, List<ComparedLine> missing)
    {
        var gone = missing.Select(l => l.Expected.Places[0].Name).ToHashSet();
        Place[] places = [.. missing.Select(l => l.Expected.Places[0])];
        var amount = ByteCount.FromMiB(missing.Sum(l => (long)l.Expected.Low)).ToString();
        var first = Say.Place(places[0]);
        var lines = missing.Concat(all.Where(l => l.State == LineState.Deviates && Follows(l))).ToList();
        var why = MissingSum(missing, all);
        foreach (var socket in sheet.Sockets)
            if (Whole(sheet.Channels.Where(c => c.Socket == socket.Id).SelectMany(c => c.Slots)) && sheet.Sockets.Count > 1)
                return Fill(
                    Socket,
                    lines,
                    places,
                    why,
                    ("socket", Say.Place(Place.Socket(socket.Id))),
                    ("missing", amount),
                    ("first", first)
                );
        foreach (var channel in sheet.Channels)
            if (sheet.Memory.ChannelsKnown && gone.Count > 1 && Whole(channel.Slots))
                return Fill(Channel, lines, places, why, ("channel", channel.Id), ("missing", amount), ("first", first));
        return gone.Count == 1
            ? Fill(One, lines, places, why, ("missing", amount), ("first", first))
            : Fill(Several, lines, places, why, ("count", $"{gone.Count}"), ("missing", amount), ("first", first));

        bool Whole(IEnumerable<string> slots)
        {
            var filled = slots.Where(s => planned.ModuleAt(s) is not null).ToHashSet();
            return filled.Count > 0 && filled.SetEquals(gone);
        }
    }

    private static Worked MissingSum(List<ComparedLine> missing, IReadOnlyList<ComparedLine> all)
    {
        var lines = missing.Select(l => new WorkedLine($"{l.Expected.What}, {l.Seen}", l.Expected.Expected)).ToList();
        if (all.FirstOrDefault(l => l.Expected.Key == ExpectedMemory.TotalKey) is { Value: { } seen } total)
            lines.Add(
                new($"total, {total.Expected.Low / 1024:0.##} − {seen / 1024:0.##}", $"{(total.Expected.Low - seen) / 1024:0.##} GiB")
            );
        return new Worked(
            lines,
            new WorkedLine("missing in all", ByteCount.FromMiB(missing.Sum(l => (long)l.Expected.Low)).ToString(), true),
            "expected less seen, slot by slot"
        );
    }

    private static Explanation Alone(ComparedLine line)
    {
        var low = line.Value is { } v && v < line.Expected.Low;
        var row = line.Expected.Key switch
        {
            ExpectedMemory.RateKey => low || line.Value is null ? Slow : Fast,
            ExpectedMemory.TestKey => Errors,
            ExpectedMemory.OsKey => low || line.Value is null ? Os : OsHigh,
            ExpectedMemory.TotalKey => Total,
            var key => ExpectedAir.IsOne(key) ? Air : Other,
        };
        return Fill(
            row,
            [line],
            [],
            line.Expected.Why,
            ("what", line.Expected.What),
            ("seen", line.Seen ?? "something else"),
            ("expected", line.Expected.Expected)
        );
    }

    private static Explanation Fill(
        Row row,
        IEnumerable<ComparedLine> lines,
        IReadOnlyList<Place> places,
        Worked? why,
        params (string Name, string Value)[] values
    )
    {
        string Put(string text) => values.Aggregate(text, (t, v) => t.Replace("{" + v.Name + "}", v.Value));
        return new Explanation(
            row.Pattern,
            Put(row.Sentence),
            places,
            [.. lines.Select(l => l.Expected.Key)],
            why,
            row.Causes,
            Put(row.NextAction)
        );
    }
}
