using Spolium.Core.Journal;
using Spolium.Core.Ways;

namespace Spolium.Core.Workshop;

/// <summary>
/// The sheet of a closed batch when leavings of it were worked up: their part is taken off what lay in holdings, and what came of them
/// stands in its place. Means and uncertainties follow from the covariances that the sheet was kept with; nothing is planned.
/// </summary>
internal static class SharedMoney
{
    public static MoneySummary Of(MoneySummary was, BatchState batch, PriceList prices, IReadOnlySet<string> worked)
    {
        var held = Without(was.Held, worked);
        var draws = new Draws(batch.Id);
        var metals = batch.Pooled.Values.SelectMany(p => p.Back).Select(s => s.Element).Distinct().Order(StringComparer.Ordinal);
        var back = metals.Select(e => (Metal: e, Line: Worth.Back(e, BatchBalance.CameBack(batch, e)!, prices))).ToList();
        var came = Working.Sum(back.Select(b => b.Line?.Kr).OfType<Working>(), Dimension.Money);
        Working Before(string name, Measured m) =>
            Working.Given(
                draws.Reading(name, m.Value, m.Sigma),
                Dimension.Money,
                name,
                "as it was reckoned when the batch closed, less what lay in these leavings"
            );
        var left = (Before("left over before they were worked up", held.LeftOver) + came).Named("left over");
        var margin = (Before("margin before they were worked up", held.Margin) + came).Named("margin over selling it as it is");
        // What lay in holdings comes behind what is paid, as in every sheet.
        List<SheetLine> lines =
        [
            .. was.Lines.Where(l => l.Id == "paid"),
            .. back.Where(b => b.Line is not null).Select(b => new SheetLine(b.Line!.Id, Figure.Of(b.Line.Kr))),
        ];
        foreach (var line in was.Lines.Where(l => l.Id != "paid" && !l.Id.StartsWith("back-", StringComparison.Ordinal)))
            if (
                !line.Id.StartsWith("held-", StringComparison.Ordinal)
                || was.Held.Parts.All(p => "held-" + p.Element != line.Id || !worked.Contains(p.Holding))
            )
                lines.Add(line);
            else if (Lying(held, line.Id["held-".Length..], draws) is { } less)
                lines.Add(new(line.Id, Figure.Of(less)));
        return was with
        {
            LeftOver = Measured.Of(left),
            Margin = Measured.Of(margin),
            Lines = lines,
            LeftOverFigure = Figure.Of(left),
            MarginFigure = Figure.Of(margin),
            Held = held,
            NotPriced = [.. was.NotPriced.Concat(back.Where(b => b.Line is null).Select(b => Elements.Of(b.Metal).Name)).Distinct()],
        };
    }

    // Var(L − Σ h) = Var L + ΣΣ Cov(h, h′) − 2 Σ Cov(h, L), h over what is taken off.
    private static HeldMoney Without(HeldMoney held, IReadOnlySet<string> worked)
    {
        var n = held.Parts.Count;
        var off = Enumerable.Range(0, n).Where(i => worked.Contains(held.Parts[i].Holding)).ToList();
        var stays = Enumerable.Range(0, n).Except(off).ToList();
        Measured Less(Measured of, int column)
        {
            var variance =
                of.Sigma * of.Sigma + off.Sum(i => off.Sum(j => held.Covariances[i][j])) - 2 * off.Sum(i => held.Covariances[i][column]);
            return new(of.Value - off.Sum(i => held.Parts[i].Kr), Math.Sqrt(Math.Max(0, variance)));
        }
        double Cov(int i, int column) => held.Covariances[i][column] - off.Sum(j => held.Covariances[i][j]);
        return new(
            Less(held.LeftOver, n),
            Less(held.Margin, n + 1),
            [.. stays.Select(i => held.Parts[i])],
            [.. stays.Select(i => (IReadOnlyList<double>)[.. stays.Select(j => held.Covariances[i][j]), Cov(i, n), Cov(i, n + 1)])]
        );
    }

    // What still lies in the other holdings; null where nothing does.
    private static Working? Lying(HeldMoney held, string element, Draws draws)
    {
        var at = Enumerable.Range(0, held.Parts.Count).Where(i => held.Parts[i].Element == element).ToList();
        if (at.Count == 0)
            return null;
        var sigma = Math.Sqrt(Math.Max(0, at.Sum(i => at.Sum(j => held.Covariances[i][j]))));
        var name = $"{Elements.Of(element).Name} that lies in holdings";
        return Working.Given(
            draws.Reading(name, at.Sum(i => held.Parts[i].Kr), sigma),
            Dimension.Money,
            name,
            "as it was reckoned when the batch closed, less what was worked up since"
        );
    }
}
