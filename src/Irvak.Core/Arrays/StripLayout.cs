using System.Collections.Concurrent;

namespace Irvak.Core.Arrays;

/// <summary>
/// On which drive each strip of a volume lies. Parity rotates from the last drive to the first. The kernel goes on behind the parity
/// (left-symmetric, its default: md(4)); controllers begin each row anew (DDF, "data restart"; likely). Only how many drives a request
/// touches depends on it.
/// </summary>
public static class StripLayout
{
    // Beyond, the period of the rotation is long and a request touches nearly as many drives as it has strips.
    private const int MostEnumerated = 24;

    private static readonly ConcurrentDictionary<(int Drives, int Parity, bool GoesOn, int Strips), double> Known = new();

    /// <summary>Distinct drives that so many strips in a row touch, mean over every strip that they can begin with.</summary>
    /// <param name="drives">Drives of the group, those for parity included.</param>
    /// <param name="parity">Of them carrying parity in each row; 0 for stripes without.</param>
    public static double Distinct(int drives, int parity, bool goesOn, int strips)
    {
        if (strips <= 1 || drives <= 1)
            return 1;
        if (parity == 0 || drives > MostEnumerated)
            return Math.Min(drives, strips);
        return Known.GetOrAdd((drives, parity, goesOn, Math.Min(strips, 2 * drives)), Enumerated);
    }

    private static double Enumerated((int Drives, int Parity, bool GoesOn, int Strips) k)
    {
        var data = k.Drives - k.Parity;
        if (data < 1)
            return 1;
        // After as many rows as there are drives the rotation begins again.
        var period = k.Drives * data;
        long touched = 0;
        Span<bool> seen = stackalloc bool[k.Drives];
        for (var first = 0; first < period; first++)
        {
            seen.Clear();
            for (var s = first; s < first + k.Strips; s++)
            {
                var drive = DriveOf(k.Drives, k.Parity, k.GoesOn, s);
                if (!seen[drive])
                    touched++;
                seen[drive] = true;
            }
        }
        return touched / (double)period;
    }

    /// <summary>The drive that a strip of data lies on, from 0.</summary>
    public static int DriveOf(int drives, int parity, bool goesOn, int strip)
    {
        var data = drives - parity;
        var (row, at) = (strip / data, strip % data);
        var first = drives - 1 - (row % drives);
        if (goesOn)
            return (first + parity + at) % drives;
        // Count over the drives that carry data in this row, from the first of them.
        for (var d = 0; ; d++)
        {
            if ((d - first + drives) % drives < parity)
                continue;
            if (at-- == 0)
                return d;
        }
    }
}
