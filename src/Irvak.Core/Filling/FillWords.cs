using Irvak.Core.Drives;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Filling;

/// <summary>A proposal in sentences: what goes where, what it loses, what goes away with one controller.</summary>
internal static class FillWords
{
    /// <param name="free">Bays that are free and suit the drive.</param>
    /// <param name="unseen">Of the bays that get a drive, those in which nobody looked.</param>
    public static IEnumerable<string> Of(BayFill fill, FillQuestion ask, int free, int unseen)
    {
        if (fill.Placed == 0)
        {
            yield return free == 0 ? $"No free bay suits {ask.Unit.Short}." : "None of these controllers takes it.";
            yield break;
        }
        var taking = fill.Rows.Where(r => r.Bays.Count > 0).ToList();
        var where = Say.Words([.. taking.Select(r => $"{r.Bays.Count} behind {r.Name}")]);
        yield return $"{Say.Count(fill.Placed, "drive", "drives")}: {where}.";
        if (unseen > 0)
            yield return unseen == fill.Placed
                ? "Nobody has looked whether these bays are empty: see first."
                : $"Nobody has looked whether {(unseen == 1 ? "one of these bays is" : $"{unseen} of these bays are")} empty: see first.";
        if (fill.Placed < fill.Wanted)
            yield return fill.Placed == free
                ? $"{Say.Count(free, "bay is", "bays are")} free for {fill.Wanted} drives."
                : $"{Say.Count(fill.Wanted - fill.Placed, "drive finds", "drives find")} no port.";
        if (fill.EachMBs is { } share)
            yield return Shared(fill, share, ask, taking);
        if (taking.Count > 1)
            yield return $"If one of them fails, up to {Say.Count(fill.MostBehindOne, "drive goes", "drives go")} with it: let the host "
                + "keep the array, and its redundancy reach that far where that matters. A controller keeps no array over two.";
        else if (ask.OneKeeper && taking[0].At != Place.None)
            yield return "All behind one, so that it can keep an array of them.";
    }

    /// <summary>What is left to the slowest; where a way is not known, at most so much.</summary>
    private static string Shared(BayFill fill, Throughput share, FillQuestion ask, List<FillRow> taking)
    {
        var reads = DriveDefaults.Reads(ask.Unit.Drive);
        var lost = 1 - (share / reads.Value);
        var told = reads.Basis == Basis.Sheet ? $"{reads.Value} that its sheet tells" : $"{reads.Value} that are usual for its kind";
        var open = taking.Where(r => r.At != Place.None && !r.WayKnown).Select(r => r.Name).ToList();
        if (open.Count > 0)
            return $"When all read at once the slowest gets {share} at most, of the {told}: "
                + $"the way inwards of {Say.Words(open)} is not known.";
        return lost < 0.005
            ? $"When all read at once each gets the {told}: nothing is lost."
            : $"When all read at once the slowest gets {share} of the {told}: {100 * lost:0} % is lost.";
    }
}
