namespace Irvak.Core.Sheets;

/// <summary>Kinds of boards and buses as words, where they stand alone.</summary>
internal static class KindWords
{
    public static string Of(BoardKind kind) =>
        kind switch
        {
            BoardKind.BootFlash => "boot flash",
            BoardKind.ModuleBay => "module bay",
            BoardKind.Other => "something else",
            _ => kind.ToString().ToLowerInvariant(),
        };

    public static string Of(CardBus? bus) =>
        bus switch
        {
            CardBus.MiniPcie => "mini-pcie",
            null => "pcie",
            { } known => known.ToString().ToLowerInvariant(),
        };
}
