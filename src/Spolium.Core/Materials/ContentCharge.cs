namespace Spolium.Core.Materials;

/// <summary>What a content comes to: the charge of a lot in all worlds, and what is wrong with it as typed.</summary>
public static class ContentCharge
{
    /// <summary>The same content with so many times as much of one metal, never above the whole.</summary>
    public static Content Richer(this Content content, string element, double times)
    {
        TypedNumber More(TypedNumber n) => n with { Value = n.Field == Field.Share ? Math.Min(1, n.Value * times) : n.Value * times };
        return content with
        {
            Lines =
            [
                .. content.Lines.Select(l =>
                    l.Element == element ? l with { Low = More(l.Low), Likely = More(l.Likely), High = More(l.High) } : l
                ),
            ],
        };
    }

    /// <summary>The charge of so many millilitres of a liquor lot.</summary>
    /// <exception cref="InvalidOperationException">Nobody knows what holds its metals.</exception>
    public static Charge ToLiquor(this Content content, Working volume, Draws draws)
    {
        if (content.Holds is { Count: > 0 } held)
            return HeldCharge.Of(held, volume, draws).Marked(content.Marks ?? []);
        if (content.Liquor is not { } kind)
            throw new InvalidOperationException("Nobody knows what holds the metals of this liquor.");
        var metals = content.Lines.Select(l =>
            (
                l.Element,
                (
                    volume
                    * Working.Given(
                        draws.Spread("content " + l.Element, l.Triple, Spread.Positive),
                        Dimension.Density,
                        $"{Name(l.Element)}, g/L",
                        $"typed with the lot: {l.Low.Text} – {l.Likely.Text} – {l.High.Text}"
                    )
                    / 1000
                ).Named($"{Name(l.Element)} in the lot")
            )
        );
        var acid = content.FreeAcid is null
            ? Working.Zero(Dimension.Substance)
            : volume
                * Working.Given(
                    content.FreeAcid.Value / 1000,
                    Dimension.Substance / Dimension.Volume,
                    "free acid",
                    $"typed with the lot: {content.FreeAcid.Text}"
                );
        return LiquorFeed.Of(kind, volume, metals, acid, draws).With(content.State, kind, volume, draws).Marked(content.Marks ?? []);
    }

    /// <summary>The charge of a solid lot: moles of each metal in all worlds. Metals and rest are scaled to the whole in every
    /// world.</summary>
    public static Charge ToCharge(this Content content, Working lotGrams, Draws draws)
    {
        if (content.Holds is { Count: > 0 } held)
            return HeldCharge.Of(held, lotGrams, draws).Marked(content.Marks ?? []);
        var whole = content.Drawn(ContentOf.Whole, draws);
        var restLines = content.Drawn(ContentOf.Rest, draws);
        var partShare = content.Part is { } p
            ? Working.Given(
                draws.Spread("content part", p.Triple, Spread.Fraction),
                Dimension.None,
                $"share of the {p.Name}",
                $"typed with the lot: {p.Low.Text} – {p.Likely.Text} – {p.High.Text}"
            )
            : null;
        var fitted = WithinTheWhole.Of([.. whole.Select(l => l.Share), .. partShare is null ? Array.Empty<Working>() : [partShare]]);
        var charge = Charge.Empty.Marked(content.Marks ?? []);
        foreach (var ((element, _), share) in whole.Zip(fitted))
            charge = Add(charge, element, (lotGrams * share).Named($"{Name(element)} in the lot"));
        if (partShare is not null)
            charge = charge.Plus(content.InPart((lotGrams * fitted[^1]).Named($"{content.Part!.Name} in the lot"), draws));
        var rest =
            fitted.Count == 0 ? lotGrams : Left(lotGrams, fitted, restLines.Count > 0 ? "the rest of the lot" : "what else is in the lot");
        var restShares = WithinTheWhole.Of([.. restLines.Select(l => l.Share)]);
        foreach (var ((element, _), share) in restLines.Zip(restShares))
            charge = Add(charge, element, (rest * share).Named($"{Name(element)} in the lot"));
        var left = restLines.Count == 0 ? rest : Left(rest, restShares, "what else is in the rest");
        return (
            content.Balance switch
            {
                null => charge.WithUnknownMetal(left.Named("of unknown kind"), draws),
                Content.NoMetal => charge.WithUnknown(left.Named("no metal, the balance")),
                { } balance => Add(charge, balance, left.Named($"{Name(balance)} in the lot, the balance")),
            }
        ).LockedUp(content.Open, draws);
    }

    // What the part holds; what its lines do not name is of unknown kind.
    private static Charge InPart(this Content content, Working grams, Draws draws)
    {
        var lines = content.Drawn(ContentOf.Part, draws);
        var fitted = WithinTheWhole.Of([.. lines.Select(l => l.Share)]);
        var charge = lines
            .Zip(fitted)
            .Aggregate(Charge.Empty, (c, l) =>
                Add(c, l.First.Element, (grams * l.Second).Named($"{Name(l.First.Element)} in the {content.Part!.Name}"))
            );
        return charge.WithUnknown(Left(grams, fitted, $"what else is in the {content.Part!.Name}"));
    }

    private static Working Left(Working whole, IReadOnlyList<Working> shares, string name) =>
        Working.AtLeastZero(whole - whole * Working.Sum(shares, Dimension.None)).Named(name);

    private static string Name(string element) => Elements.Of(element).Name;

    private static Charge Add(Charge charge, string element, Working grams) =>
        charge.With(new(element, Phase.Solid), Molar.Moles(grams, element));

    private static List<(string Element, Working Share)> Drawn(this Content content, ContentOf of, Draws draws)
    {
        var where = of switch
        {
            ContentOf.Rest => " in the rest",
            ContentOf.Part => $" in the {content.Part?.Name}",
            _ => "",
        };
        return
        [
            .. content
                .Lines.Where(l => l.Of == of)
                .Select(l =>
                    (
                        l.Element,
                        Share: Working.Given(
                            ThereAtAll(l, draws),
                            Dimension.None,
                            $"share of {Name(l.Element)}{where}",
                            $"typed with the lot: {l.Low.Text} – {l.Likely.Text} – {l.High.Text}"
                                + (IsPerhaps(l) ? $"; there at all in {FigureText.Number(100 * ChanceOf(l), 0)} of 100 such lots" : "")
                        )
                    )
                ),
        ];
    }

    // Half the draws of a share lie above its likely value.
    private const double AboveLikely = 2;

    private static double ChanceOf(ContentLine l) => l.There ?? Chance;

    private static readonly double Chance = Reference.Constants.Get("there-at-all").Likely;

    // Likely none, at the most some: most lots of the kind have none of it.
    private static bool IsPerhaps(ContentLine l) => l.Likely.Value <= 0 && l.High.Value > 0;

    private static Amount ThereAtAll(ContentLine l, Draws draws)
    {
        var share = draws.Spread("content " + l.Element, l.Triple, Spread.Fraction);
        if (!IsPerhaps(l) || share.IsCertain)
            return share;
        var there = draws.Uniform("there " + l.Element, 0, 1);
        return Amount.Each(w =>
            w == 0 ? share.Likely
            : there[w] < AboveLikely * ChanceOf(l) ? share[w]
            : 0
        );
    }

    /// <summary>What is wrong with a content as typed, by field; empty when it can be kept. Highs may sum above the whole, lows may
    /// not.</summary>
    public static IReadOnlyList<FieldError> Check(this Content content)
    {
        var errors = new List<FieldError>();
        for (var i = 0; i < content.Lines.Count; i++)
        {
            var l = content.Lines[i];
            if (!Elements.BySymbol.ContainsKey(l.Element))
                errors.Add(new($"content[{i}].element", $"'{l.Element}' is not an element", "write a symbol such as Au"));
            else if (!ElementAtWork.BySymbol.ContainsKey(l.Element))
                errors.Add(
                    new(
                        $"content[{i}].element",
                        $"{Name(l.Element)} is not worked here",
                        "leave it out: it is then part of the unknown rest"
                    )
                );
            if (l.Low.Value > l.Likely.Value || l.Likely.Value > l.High.Value)
                errors.Add(
                    new(
                        $"content[{i}].low",
                        "low, likely and high must rise",
                        $"low at most {l.Likely.Text}, high at least {l.Likely.Text}"
                    )
                );
            if (content.Lines.Take(i).Any(o => o.Element == l.Element) || l.Element == content.Balance)
                errors.Add(new($"content[{i}].element", $"{l.Element} stands twice", "keep one line for each metal"));
        }
        if (content.Open is { } o && (o.Low.Value > o.Likely.Value || o.Likely.Value > o.High.Value || o.High.Value > 1 || o.Low.Value < 0))
            errors.Add(
                new("open", "low, likely and high must rise, from nothing to all", "write the share that lies open, such as 60-80-95 %")
            );
        if (content.Balance is not null and not Content.NoMetal && !ElementAtWork.IsMetal(content.Balance))
            errors.Add(new("balance", $"'{content.Balance}' cannot be the balance", "choose one of the known metals, or leave it unknown"));
        if (content.Liquor is { } kind)
            for (var i = 0; i < content.Lines.Count; i++)
                if (Elements.BySymbol.ContainsKey(content.Lines[i].Element) && LiquorFeed.SaltOf(content.Lines[i].Element, kind) is null)
                    errors.Add(
                        new(
                            $"content[{i}].element",
                            $"{Name(content.Lines[i].Element)} does not stay in a {kind.ToString().ToLowerInvariant()} liquor",
                            "choose what holds it, or leave the line out"
                        )
                    );
        if (content.Part is null && content.Lines.Any(l => l.Of == ContentOf.Part))
            errors.Add(
                new(
                    "part",
                    "some lines are a share of a part, and nobody said how much of the lot that is",
                    "write its share of the lot, such as 10–12–15 %"
                )
            );
        if (content.Part is { } part && (part.Low.Value > part.Likely.Value || part.Likely.Value > part.High.Value))
            errors.Add(new("part", "low, likely and high must rise", "write the smaller number first"));
        foreach (var of in new[] { ContentOf.Whole, ContentOf.Rest, ContentOf.Part })
            if (
                content.Lines.Where(l => l.Of == of && l.Low.Field == Field.Share).Sum(l => l.Low.Value)
                    + (of == ContentOf.Whole ? content.Part?.Low.Value ?? 0 : 0)
                > 1 + 1e-9
            )
                errors.Add(new("content", "even the lows together are more than the whole", "lower them until they sum to at most 100 %"));
        return errors;
    }
}
