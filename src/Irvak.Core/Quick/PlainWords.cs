using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Irvak.Core.Aims;

namespace Irvak.Core.Quick;

/// <summary>Words by which people say what is to be done, those that leave the least open first. Common practice, no source.</summary>
internal static class PlainWords
{
    /// <summary>Each with the purposes that it tells.</summary>
    public static readonly ImmutableArray<(Regex Words, ImmutableArray<Purpose> Tell)> Rows =
    [
        Row(@"(?:raid|drive|disk|storage)\s+controllers?|hbas?|host bus adapters?|raid cards?", Purpose.Card),
        Row(
            @"(?:it\s+is\s+)?broken|dead|faulty|defective|beep(?:s|ing)?|crash(?:es|ed|ing)?|fail(?:s|ed|ing|ure)?|"
                + @"(?:does\s+not|doesn['’]t|won['’]t|will\s+not)\s+(?:start|boot|turn\s+on|power\s+on|post)|no\s+picture|errors?",
            Purpose.Broken
        ),
        Row(@"(?:boot|system|start(?:ing)?)\s+(?:drive|disk|ssd|pair|mirror|medium)s?|(?:re)?boots?\s+from|starts?\s+from", Purpose.Boot),
        Row(@"network\s+(?:cards?|adapters?)|graphics(?:\s+cards?)?|expansion\s+cards?|riser", Purpose.Card),
        Row(@"(?:out|short)\s+of\s+memory|swap(?:s|ping)?|more\s+memory|memory|modules?|rams?|(?:so-?|r|u|lr)?dimms?", Purpose.Memory),
        Row(@"arrays?|raid(?:\s*-?\s*[01256z]{1,2})?|pools?|mirrors?|drives?|dis[ck]s?|hard\s+dis[ck]s?|hdds?|ssds?|bays?", Purpose.Drives),
        Row(@"(?:more|free|no|out\s+of)\s+space|storage|capacity", Purpose.Drives),
        Row(@"controllers?|adapters?|cards?|nics?", Purpose.Card),
        Row(
            @"(?:too\s+)?slow(?:ly|er)?|faster(?:\s+path)?(?!\s+(?:processor|cpu|memory|module|drive|dis[ck]|ssd))|throughput|"
                + @"bottleneck|\d+\s*g(?:b(?:it)?(?:/s|e)?|be)\s+network",
            Purpose.Path
        ),
        Row(@"processors?|cpus?|cores?|sockets?", Purpose.Processor),
        Row(@"(?:new\s+)?boot", Purpose.Boot),
        Row(@"everything|overhaul|the\s+whole\s+machine|refit|rebuild\s+it", Purpose.Everything),
    ];

    /// <summary>Words that name nothing.</summary>
    public static readonly ImmutableHashSet<string> Fillers = ImmutableHashSet.Create(
        StringComparer.OrdinalIgnoreCase,
        (
            "a an the this that these those our my his her its their some any of to for in into on at with without from by and or but "
            + "is are be will would should can could may must need needs needed want wants wanted get gets give gives put puts "
            + "fit fits add adds replace replaces exchange swap upgrade upgrades more new used another other extra it they we i he she "
            + "please do does not no machine server box old one same now then up as than if whether what which who how there here "
            + "twice double as fast go goes make makes let"
        ).Split(' ')
    );

    /// <summary>Numbers as words.</summary>
    public static readonly ImmutableArray<string> Numbers =
    [
        .. "one two three four five six seven eight nine ten eleven twelve".Split(' '),
    ];

    private static (Regex, ImmutableArray<Purpose>) Row(string words, params Purpose[] tell) =>
        (new Regex($@"\b(?:{words})\b", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant), [.. tell]);
}
