namespace Irvak.Core.Quantities;

/// <summary>Hours as people plan them.</summary>
public static class Hours
{
    /// <summary>"12 min", "5.9 h", "24 h", "3 d 2 h"; never shorter than a minute.</summary>
    /// <param name="hours">0 or more.</param>
    public static string Words(double hours)
    {
        if (hours < 1)
            return $"{Math.Max(1, Math.Round(hours * 60, MidpointRounding.AwayFromZero)):0} min";
        if (hours < 10)
            return $"{hours:0.0} h";
        var whole = Math.Round(hours, MidpointRounding.AwayFromZero);
        if (hours < 48)
            return $"{whole:0} h";
        var (days, rest) = (Math.Floor(whole / 24), whole % 24);
        return rest > 0 ? $"{days:0} d {rest:0} h" : $"{days:0} d";
    }
}
