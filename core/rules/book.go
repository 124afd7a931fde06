package rules

// The rules that workings name.
const (
	Finished      ID = "finished"
	AsCut         ID = "as-cut"
	SewnWidth     ID = "sewn-width"
	HalfSquare    ID = "half-square"
	HalfSquare4   ID = "half-square-all-round"
	QuarterSquare ID = "quarter-square"
	Goose         ID = "flying-goose"
	SquareSquare  ID = "square-in-a-square"
	Flipped       ID = "flipped-corner"
	Bonus         ID = "bonus"
	CutAgain      ID = "cut-again"
	Tube          ID = "tube"
	Measured      ID = "as-measured"
	OnPoint       ID = "on-point"
	SideTriangle  ID = "side-triangle"
	CornerTri     ID = "corner-triangle"
	Border        ID = "border"
	FromTop       ID = "from-the-quilt-down"
	Together      ID = "laid-out-together"
	PerStrip      ID = "sub-cuts-of-a-strip"
	FewestStrips  ID = "fewest-strips"
	EndToEnd      ID = "end-to-end"
	Yardage       ID = "strips-side-by-side"
	ShelfFirst    ID = "shelf-first"
	PrintsShare   ID = "prints-share"
	PrintsDealt   ID = "prints-dealt"
	TopUp         ID = "top-up"
	Shrinkage     ID = "shrinkage"
	Diagonal      ID = "joined-on-the-diagonal"
	BackLengths   ID = "lengths-of-a-back"
	PiecedBack    ID = "pieced-back"
	CornerSquares ID = "corner-squares"
	SpareBlock    ID = "spare-block"
	Squared       ID = "squared-up"
	Nests         ID = "seams-that-nest"
	Layers        ID = "layers"
	ThreadOfSeam  ID = "thread-of-a-seam"
	SeamOff       ID = "seam-off"
	Chart         ID = "chart-of-a-batch"
	TimeLeft      ID = "time-left"
)

// What tests hold rules against.
const (
	hand    = "sums with a pencil"
	glpk    = "GLPK, an integer program"
	highs   = "HiGHS, an integer program"
	shapely = "Shapely, a library of plane geometry"
	z3      = "z3, a solver of constraints"
	trade   = "check values of the trade (common practice)"
	closed  = "closed forms"
)

var book = []Rule{
	{
		Finished, Sizes, "finished = unfinished − 2s", "Finished is what is seen once an allowance is sewn away on every " +
			"side.", Geometry, "",
		[]Check{{"trimming", "TestSizesBeforeAndAfterTheOuterSeams", trade}, {"plan", "TestEverySumStandsUpToAPencil", hand}},
	},
	{
		AsCut, Sizes, "", "Nothing is sewn yet, so nothing is taken up.", Geometry, "",
		[]Check{{"plan", "TestEverySumStandsUpToAPencil", hand}},
	},
	{
		SewnWidth, Sizes, "w₁ + w₂ + … + wₙ − 2s(n − 1)",
		"Each seam takes an allowance from both of its sides, so sewn widths are the sum of the cut widths less two " +
			"allowances a seam.", Geometry, "",
		[]Check{
			{"straight", "TestStripSetsAndSubCuts", trade},
			{"piece", "TestSizesOfTheTrade", trade},
			{"library", "TestDrawingsAgainstShapely", shapely},
		},
	},
	{
		HalfSquare, Sizes, "a − √2 s; of eight at a time a ÷ 2 − √2 s",
		"The seam beside the diagonal takes √2 allowances from the edge.", Geometry, "",
		[]Check{
			{"triangle", "TestHalfSquaresMeasureWhatTheDrawingSays", closed},
			{"triangle", "TestWhatSquaresInHandGive", trade},
			{"library", "TestDrawingsAgainstShapely", shapely},
		},
	},
	{
		HalfSquare4, Sizes, "(a − 2s) ÷ √2", "Sewn all round, an allowance is lost on every side; the diagonals of what " +
			"remains become the edges.", Geometry, "",
		[]Check{
			{"triangle", "TestHalfSquaresMeasureWhatTheDrawingSays", closed},
			{"triangle", "TestWhatSquaresInHandGive", trade},
		},
	},
	{
		QuarterSquare, Sizes, "a − 2√2 s", "Each of the two pairings takes √2 allowances.", Geometry, "",
		[]Check{
			{"triangle", "TestHourglass", closed},
			{"triangle", "TestWhatSquaresInHandGive", trade},
			{"library", "TestDrawingsAgainstShapely", shapely},
		},
	},
	{
		Goose, Sizes, "wide a − 2√2 s, high b − √2 s", "A goose is trimmed at its base: its tip lies an allowance inside " +
			"the raw top edge.", Geometry, "",
		[]Check{
			{"triangle", "TestFourGeeseAtATime", closed},
			{"triangle", "TestWhatSquaresInHandGive", trade},
			{"library", "TestDrawingsAgainstShapely", shapely},
		},
	},
	{
		SquareSquare, Sizes, "√2 c + 2s, of a centre that finishes c",
		"The finished centre stands on its corner: its diagonal is the finished unit.", Geometry, "",
		[]Check{{"triangle", "TestSquareInASquare", closed}, {"library", "TestDrawingsAgainstShapely", shapely}},
	},
	{
		Flipped, Sizes, "square = leg + 2s", "A corner that is flipped open covers what was cut away: the base keeps its " +
			"size. A square of the leg and two allowances covers the leg.", Geometry, "",
		[]Check{{"triangle", "TestFlippedCorners", closed}, {"library", "TestDrawingsAgainstShapely", shapely}},
	},
	{
		Bonus, Sizes, "q − 2√2 s", "What the second seam makes of a trimming: the corner's square less 2√2 allowances.",
		Geometry, "",
		[]Check{{"triangle", "TestFlippedCorners", closed}, {"trimming", "TestSizesBeforeAndAfterTheOuterSeams", trade}},
	},
	{
		CutAgain, Sizes, "", "A cut takes nothing; every seam that joins the parts again takes two allowances.", Geometry, "",
		[]Check{{"library", "TestWhatIsCutAgainAgainstShapely", shapely}, {"library", "TestWhatIsCutAgainMeasures", hand}},
	},
	{
		Tube, Sizes, "round (w₁ − 2s) + … + (wₙ − 2s)", "A tube measures round what its strips are cut less two allowances " +
			"each; a ring opened at a seam has the allowances of that seam at its ends.", Geometry, "",
		[]Check{{"recut", "TestWavesAgainstShapely", shapely}, {"recut", "TestATubeOfEight", hand}},
	},
	{
		Measured, Sizes, "", "What comes later is made to what is there.", Practice, "",
		[]Check{{"onward", "TestWaysOnByPencil", hand}, {"onward", "TestAReflowIsTheDocumentWrittenSo", "the same quilt " +
			"written with those sizes"}},
	},
	{
		OnPoint, Sizes, "n b √2 + 2s, of n blocks that finish b", "A block on point is as wide as its diagonal.", Geometry,
		"",
		[]Check{{"quilt", "TestOnPointAgainstClosedForms", closed}},
	},
	{
		SideTriangle, Sizes, "b √2 + s(2 + 2√2)", "A quarter of a square: its long edge, on the straight grain, lies at " +
			"the edge of the quilt.", Geometry, "",
		[]Check{{"quilt", "TestOnPointAgainstClosedForms", closed}},
	},
	{
		CornerTri, Sizes, "b ÷ √2 + s(2 + √2)", "Half of a square: its short edges, on the straight grain, lie at the edge " +
			"of the quilt.", Geometry, "",
		[]Check{{"quilt", "TestOnPointAgainstClosedForms", closed}},
	},
	{
		Border, Sizes, "inner + 2(w − 2s)", "A border adds its cut width less two allowances on either side.", Geometry, "",
		[]Check{{"plan", "TestBordersAreButtedAndJoined", hand}, {"quilt", "TestSizesFromBlocksAndBorders", hand}},
	},
	{
		FromTop, Counts, "", "Counted from the quilt down; rounded up once for the whole quilt, not block by block.", Logic,
		"",
		[]Check{
			{"demand", "TestRoundingIsDoneOnceForTheWholeQuilt", trade},
			{"demand", "TestRunsAgainstAnIntegerProgram", glpk},
			{"plan", "TestEverySumBehindACountComesToIt", hand},
		},
	},
	{
		Together, Counts, "", "How they share is worked out under Cut; of an assortment every print by itself.", Logic, "",
		[]Check{{"fewest", "TestFewestStripsAgainstGLPK", glpk}, {"plan", "TestEverySumBehindACountComesToIt", hand}},
	},
	{
		PerStrip, Cutting, "⌊(length − squaring up) ÷ width⌋",
		"A strip or set gives as many sub-cuts as go into its usable length, less what squaring up takes; the whole quilt, " +
			"or every print of an assortment, is rounded up once.", Practice, "",
		[]Check{
			{"fewest", "TestMostFromOneSet", trade},
			{"straight", "TestStripSetsAndSubCuts", trade},
			{"askcloth", "TestTheKnownCliff", trade},
		},
	},
	{
		FewestStrips, Cutting, "", "A strip or set may give sub-cuts of several widths. How they share is searched; that " +
			"fewer is impossible is said only where none can hold more worth than a price on each width allows.",
		Memory, "the cutting stock problem with prices on widths (P. C. Gilmore, R. E. Gomory, 1961)",
		[]Check{
			{"fewest", "TestFewestStripsAgainstGLPK", glpk},
			{"fewest", "TestFewestStripsAgainstHiGHS", highs},
			{"fewest", "TestFewestStripsOfKnownInstances", "known instances"},
		},
	},
	{
		EndToEnd, Cutting, "n ℓ − 2s(n − 1)", "Strips sewn end to end lose an allowance on both sides of each seam; the " +
			"run is cut to the lengths needed.", Geometry, "",
		[]Check{{"plan", "TestBordersAreButtedAndJoined", hand}, {"leftover", "TestWhatTheEndsAreGoodFor", hand}},
	},
	{
		Yardage, Cloth, "Σ strips × width + squaring up", "Strips lie side by side along the cloth; shops sell in steps.",
		Practice, "",
		[]Check{
			{"cutting", "TestStripsFitSideBySideAndSubCutsFitIntoThem", hand},
			{"plan", "TestTheChainQuiltStandsUpToAPencil", hand},
		},
	},
	{
		ShelfFirst, Cloth, "", "What lies on the shelf is used first, the shortest length with room for a strip before the " +
			"others.", Judgement, "of what serves equally the smaller piece is used up",
		[]Check{{"cutting", "TestTheShelfAgainstGLPK", glpk}, {"cutting", "TestTheShelfIsUsedFirst", hand}},
	},
	{
		PrintsShare, Cloth, "⌈strips ÷ prints⌉", "The prints of an assortment share the strips as evenly as they go.",
		Judgement, "even shares, where nothing is dealt",
		[]Check{{"cutting", "TestAnAssortmentGivesEvenShares", hand}, {"cutting", "TestEvenSharesOfAnAssortment", hand}},
	},
	{
		PrintsDealt, Cloth, "", "Of every print as much is bought as is cut of it.", Judgement, "each by itself",
		[]Check{{"dealt", "TestDealByPencil", hand}},
	},
	{
		TopUp, Cloth, "⌈missing ÷ from one strip⌉", "What is missing of an assortment of which some lies there is cut " +
			"from as few strips as can be, each of another print.", Judgement, "unless you say of how many",
		[]Check{{"cutting", "TestWhatIsMissingIsToppedUp", hand}},
	},
	{
		Shrinkage, Cloth, "length ÷ (1 − shrinkage)", "Cloth that is washed first is bought longer by what it shrinks.",
		Practice, "",
		[]Check{{"cutting", "TestBuyingAllowsForShrinkageAndMargin", hand}},
	},
	{
		Squared, Squaring, "", "What is too much comes off equally on both sides, so that the middle stays in the middle; " +
			"points keep an allowance to the edge.", Practice, "",
		[]Check{{"onward", "TestHowThingsAreSquaredUp", hand}, {"onward", "TestSquaringUpIsCounted", hand}},
	},
	{
		Nests, Pressing, "", "Two seams that meet lock where their allowances point opposite ways. Which way each goes is " +
			"solved for the whole quilt at once; what cannot lock is counted.", Logic, "",
		[]Check{
			{"pressing", "TestLibraryAgainstAnSMTSolver", z3},
			{"pressing", "TestRandomLayoutsAgainstAnSMTSolver", z3},
			{"library", "TestCrossingsOfWholeQuiltsAgainstShapely", shapely},
		},
	},
	{
		Layers, Pressing, "", "A needle labours from nine layers on: two seams that lie on each other.", Judgement,
		"from how many layers on it is said",
		[]Check{{"pressing", "TestLayersAtAFourPatch", hand}},
	},
	{
		ThreadOfSeam, Thread, "length × k ÷ 2 from the bobbin; of shorter stitches k′ = 2 + (k − 2) × usual ÷ short",
		"A lockstitch takes k times the length of its seam, half of it from the bobbin; what goes through the cloth with " +
			"every stitch is more where stitches are shorter.", Practice, "k of 2.5 to 2.8 at usual stitches",
		[]Check{{"laying", "TestThreadOfASeam", hand}, {"tally", "TestWhereTheBobbinRunsOut", hand}},
	},
	{
		BackLengths, Finish, "n × usable − 2s′(n − 1)", "Whole lengths of cloth are laid along the quilt or across it, " +
			"whichever takes less.", Practice, "a back is joined with half an inch",
		[]Check{
			{"quilt", "TestBackingIsJoinedTheWayThatTakesLess", hand},
			{"quilt", "TestBindingAndBackingOfAQuiltOf80", trade},
		},
	},
	{
		Diagonal, Finish, "n × usable − w(n − 1)", "Strips joined on the diagonal lose the width of a strip at each seam.",
		Geometry, "",
		[]Check{{"quilt", "TestBindingAndBackingOfAQuiltOf80", trade}, {"needle", "TestBindingStripsRunOn", hand}},
	},
	{
		CornerSquares, Left, "", "A corner square is as wide as its border is cut.", Geometry, "",
		[]Check{{"leftover", "TestWhatTheEndsAreGoodFor", hand}, {"cutting", "TestCornerSquaresOfABorder", hand}},
	},
	{
		SpareBlock, Left, "", "What falls out of one run together is left over where the quilt does not take all of it.",
		Logic, "",
		[]Check{{"leftover", "TestASpareBlock", hand}},
	},
	{
		PiecedBack, Left, "Σ widths − 2s′(courses − 1)",
		"Every seam of a back takes its allowance of both sides. Courses lie side by side, each sewn end to end from " +
			"pieces as wide as it is.", Geometry, "",
		[]Check{{"leftover", "TestABackOfWhatIsLeft", hand}, {"leftover", "TestCoursesComeOutOfTheScraps", hand}},
	},
	{
		SeamOff, Verdicts, "(should − came) ÷ 2n, of n seams across",
		"What is too narrow across n seams is taken by both sides of each; so the allowance is found back from what was " +
			"measured.", Geometry, "",
		[]Check{{"gauge", "TestTheSeamIsFoundBack", "sewing with that allowance"}, {"gauge", "TestWorkedExamples", trade}},
	},
	{
		Chart, Verdicts, "mean ± 2.66 × mean moving range",
		"Measurements of a batch lie within limits that follow from how much one differs from the next; eight on one side " +
			"of the mean have drifted.",
		Memory, "NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.2",
		[]Check{
			{"gauge", "TestTheHandbooksChart", "the handbook's worked example"},
			{"gauge", "TestDriftIsFound", "seeded batches that drift"},
		},
	},
	{
		TimeLeft, Verdicts, "Σ nᵢ × mean ± t × √variance",
		"How long the rest takes follows from one's own times of each step; it is as uncertain as those and as their mean.",
		Published,
		"Student's t, M. Abramowitz and I. A. Stegun, Handbook of Mathematical Functions",
		[]Check{
			{"pace", "TestStudent", "NIST/SEMATECH e-Handbook, table 1.3.6.7.2"},
			{"pace", "TestTheRangeHoldsNineTimesOutOfTen", "seeded times"},
		},
	},
}
