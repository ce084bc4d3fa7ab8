using Irvak.Core.Arrays;

namespace Irvak.Core.Controllers;

/// <summary>An array that stays as it is and meets another controller than the one that made it: it is imported there, never made
/// anew.</summary>
/// <param name="Was">What kept it.</param>
/// <param name="Now">What is to keep it.</param>
public sealed record ForeignArray(ArrayPlan Array, BayController Was, BayController Now)
{
    public bool IsSameModel => Was.Name == Now.Name;

    public static IEnumerable<ForeignArray> Of(ControllerInput q) =>
        from array in q.Arrays
        where array.Host == ArrayHost.Controller
        let still = q.StillAs(array)
        where still is not null
        let was = ControllerFit.Serves(still, q.FoundControllerAt)
        let now = ControllerFit.Serves(array, q.ControllerAt)
        where
            was is not null
            && now is not null
            && (was.Name != now.Name || (now.Card is not null && !Equals(q.Planned.At(now.Place), q.Found.At(now.Place))))
        select new ForeignArray(array, was, now);
}
