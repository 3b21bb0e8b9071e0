package main

import "slices"

// Where rules, words and units are tested.
var (
	inCore = []string{
		"./core/moves ./core/hive ./core/words ./core/season ./core/history ./core/plan ./core/craft ./core/measure " +
			"./core/stock ./core/look ./core/shorthand ./core/bees ./core/forecast",
	}
	inApp      = []string{"./app", "./web ./kept", "./demo"}
	inExchange = []string{"./exchange ./docs", "./cmd/kembo"}
	inStore    = []string{"./store", "./app"}
	inPlan     = []string{"./core/craft ./core/plan", "./core/assessment", "./exchange"}
	inForm     = []string{"./web/form ./core/moves ./core/history", "./web ./kept"}
)

func browser(tests string) []string { return []string{"./browser -run " + tests} }

// faults are in the order of the rooms that they are in.
var faults = slices.Concat(ofRooms, ofBees, ofDrawn, ofWished, ofPlaced, ofHoney, ofTrips)

var ofRooms = []fault{
	// The board, its trip and its load.
	{
		"what is due at the visit is not loaded", "app/board.go",
		"			if a.ActBy > y.visit {\n				continue",
		"			if a.ActBy >= y.visit {\n				continue", inApp,
	},
	{
		"what is due at the visit is a trip before it", "app/board.go",
		"			if a.ActBy < y.visit {\n				b.Trip",
		"			if a.ActBy <= y.visit {\n				b.Trip", inApp,
	},
	{"of two that need a thing one is loaded", "app/board.go", "l.Count += n.Count", "l.Count = n.Count", inApp},
	{
		"colonies that are not known are in no count of a yard", "app/board.go",
		"CanWait: n[UrgencyCanWait] + n[UrgencyNotKnown],", "CanWait: n[UrgencyCanWait],", inApp,
	},
	{
		"a code is found only in capitals", "app/board.go", "strings.ToUpper(strings.TrimSpace(code))",
		"strings.TrimSpace(code)", inApp,
	},
	{
		"the flow is that of the poorest colony", "app/board.go", "b.FlowKg = flow[len(flow)/2]",
		"b.FlowKg = flow[0]", inApp,
	},
	{
		"what is due on the visit can't wait for it", "app/standing.go", "		if a.ActBy < s.Visit {",
		"		if a.ActBy <= s.Visit {", inApp,
	},
	{
		"a runway that lasts is tight", "app/standing.go", "*r.Low < float64(s.Visit-s.Today)",
		"*r.Low > float64(s.Visit-s.Today)", inApp,
	},
	{
		"a giver's entries are no input of a standing", "app/standing.go", "	for _, l := range givers {",
		"	for _, l := range givers[:0] {", inApp,
	},
	{"light boxes are warned of", "app/round.go", "if b.LiftKg > limitKg {", "if b.LiftKg < limitKg {", inApp},
	{
		"the round is walked from its other end", "app/round.go", "		return a - b\n", "		return b - a\n",
		inApp,
	},
	// What is written.
	{"a treatment that came out was in for a day", "app/act.go", "made.From = l.Day", "made.From = n.Day", inApp},
	{
		"a treatment that is out is shown as in", "app/act.go",
		"		if t.To == 0 {\n			out = append(out, t.What)",
		"		if t.To != 0 {\n			out = append(out, t.What)", inApp,
	},
	{"the label's day is not kept", "app/act.go", "HoneyBarred: n.Until}", "HoneyBarred: 0}", inApp},
	{
		"an entry may be of a day to come", "app/receive.go", "if on > today && !undo {",
		"if on > today+400 && !undo {", inApp,
	},
	{
		"a box on the floor goes over the nest", "app/box.go", "	case OnFloor:\n		at = 0",
		"	case OnFloor:\n		at = 1", inApp,
	},
	{
		"what goes between hives is checked against one log", "app/together.go",
		"if err := fits(id, entriesFrom(rows), f.yard.today, standIn(es, id)...); err != nil {",
		"if err := fits(id, entriesFrom(rows), f.yard.today, standIn(es, id)...); err != nil && false {", inApp,
	},
	{"an undo is in one of the logs", "app/undo.go", "Supersedes: x.ID, With: x.With,", "Supersedes: x.ID,", inApp},
	{
		"the late threshold of mites holds in spring", "app/settings.go",
		"		return s.MitesSpring\n	}\n	return s.MitesLate",
		"		return s.MitesLate\n	}\n	return s.MitesSpring", inApp,
	},
	{
		"boxes taken off count as put on in the ledger", "app/weight.go", "ledger.Moved{TareKg: -m.TareKg}",
		"ledger.Moved{TareKg: m.TareKg}", inApp,
	},
	// A colony's life.
	{
		"a caged queen lays at once", "core/history/began.go", "		if change.LaysIn = laysFree; b.Loose {",
		"		if change.LaysIn = 0; b.Loose {", inCore,
	},
	{
		"the old queen's eggs are her daughter's", "core/history/queens.go", "err == nil && e.Day >= due.Eggs",
		"err == nil && e.Day >= due.Eggs-999", inCore,
	},
	{
		"who ended takes looks", "core/history/ended.go", "	if w.Ended == nil || e.Body == nil {",
		"	if w.Ended == nil || e.Body != nil {", inCore,
	},
	{
		"what is missing of brood was not looked for", "core/history/entered.go",
		"EggsUnlooked: !q.Eggs && !q.NoEggs,", "EggsUnlooked: !q.Eggs,", append(inCore, inApp...),
	},
	{
		"brood suspected of disease moves", "core/history/give.go", "	case b.Health == colony.Suspect:",
		"	case b.Health == colony.Suspect && now.Day == 0:", inApp,
	},
	{
		"wood is weighed as honey", "core/moves/harvested.go", "return max(0, a.GrossKg-a.WareKg(h))",
		"return a.GrossKg", append(inCore, inApp...),
	},
	{
		"a union leaves two queens", "core/moves/union.go", "	case u.KeepQueen && u.QueenAtTo:",
		"	case false && u.QueenAtTo:", append(inCore, inApp...),
	},
	{
		"the code of the dead is not free", "store/migrations/00009_life.sql",
		"AND NOT EXISTS (SELECT 1 FROM colony_end e WHERE e.colony_id = p.colony_id))", ")", inApp,
	},
	{
		"an undone split leaves its colony", "app/undo.go", "	if neverWas(m.log, out) {",
		"	if false && neverWas(m.log, out) {", inApp,
	},
	{
		"a correction leaves the old version standing", "app/correct.go",
		"e.ID, e.Day, e.Supersedes, e.Seq = newID, on, entryID, 0", "e.ID, e.Day, e.Seq = newID, on, 0", inApp,
	},
	{
		"one is in conflict with oneself", "app/once.go", "if !own[r.ID] && r.Actor != who {", "if !own[r.ID] {", inApp,
	},
	{
		"a cell of a table is a formula", "app/harmless.go", `		return "'" + text`, "		return text", inApp,
	},
	{
		"a later export is read as if it were known", "app/whole.go", "jsonv2.RejectUnknownMembers(true)",
		"jsonv2.RejectUnknownMembers(false)", inApp,
	},
	{
		"what was sent is not taken along", "store/merge.go", "m.rounds, m.entries, m.sent, m.counts, m.lots, m.kept}",
		"m.rounds, m.entries, m.counts, m.lots, m.kept}", inApp,
	},
	{
		"all copies of a month are kept", "app/backups.go", "		if i >= backupsDaily && !keep[b.Name] {",
		"		if i >= 40*backupsDaily && !keep[b.Name] {", inApp,
	},
	{
		"the yard is visited in winter as in summer", "app/yards.go", "	if y.WinterDays > 0 && restsOn(y, on) {",
		"	if y.WinterDays > 400 && restsOn(y, on) {", inApp,
	},
	// What the log amounts to.
	{
		"black combs are kept", "core/history/combs.go", "	CullDarkness  = 3", "	CullDarkness  = 4",
		append(inCore, inApp...),
	},
	{
		"old combs are never culled", "core/history/combs.go", "CullAfterDays = 4 * 365", "CullAfterDays = 40 * 365",
		append(inCore, inApp...),
	},
	{
		"a comb carries the treatments from before it came", "core/history/combs.go", "p.To != 0 && p.To < c.In",
		"p.To != 0 && p.To > c.In", inCore,
	},
	{
		"pounds are read as kilograms", "core/history/look.go", "	if unit == measure.Pound.Name {",
		"	if unit == measure.Kilogram.Name {", append(inCore, inForm...),
	},
	{
		"what came from a broken hive has a known history", "core/history/together.go",
		"		taker.HistoryKnown = false", "		taker.HistoryKnown = true", append(inCore, inApp...),
	},
	{
		"a frame leaves its history behind", "core/history/together.go",
		"			c.Feeds, c.Treatments = giver.With(f.ID)", "			c.Feeds, c.Treatments = nil, nil",
		inCore,
	},
	{
		"feed is not in the hive's weight", "core/history/did.go", "What: p.What, FedKg: d.FedMassKg}",
		"What: p.What}", append(inCore, inApp...),
	},
	// Acts.
	{
		"the first super has no excluder", "core/moves/box_on.go", "ExcluderUnder: k == 0 && st.Supers() == 0,",
		"ExcluderUnder: false,", inCore,
	},
	{
		"what is harvested is logged as taken off", "core/moves/box_off.go", `"box {n} harvested", WhyHarvest)`,
		`"box {n} harvested", "taken off")`, append(inCore, inApp...),
	},
	{
		"fondant is taken for sugar", "core/moves/feed.go", `"fondant", "fondant", feed.FondantSugar)`,
		`"fondant", "fondant", 1)`, append(inCore, inApp...),
	},
	{
		"thick syrup is fed as thin", "core/moves/feed.go", `feed.SugarKg(s.N, float64(parts), 1)`,
		`feed.SugarKg(s.N, 1, 1)`, append(inCore, inApp...),
	},
	{
		"an amount is ticked in litres for gallons", "core/moves/said.go",
		"return measure.Digits(unit.In(n), 3)\n	}\n	return plain(n)",
		"return measure.Digits(unit.Of(n), 3)\n	}\n	return plain(n)", append(inCore, inForm...),
	},
	{
		"a comb that is turned is another comb", "core/moves/change.go",
		"a.A == b.A && a.B == b.B || a.A == b.B && a.B == b.A", "a.A == b.A && a.B == b.B", inCore,
	},
	{
		"brood that leaves stays in the forecast", "core/moves/change.go",
		"BroodOut:         measure.Share(out.brood, all.brood),", "BroodOut:         0,", inCore,
	},
	{
		"a box under the nest is comb of the nest at once", "core/moves/change.go", "	if x.under {",
		"	if !x.under && x.in == nil {", inCore,
	},
	// The plan and the rules of the craft.
	{
		"honey is sold on the label's last barred day", "core/plan/harvest_super.go", "		case s.Today <= p.Until:",
		"		case s.Today < p.Until:", inPlan,
	},
	{
		"a label's time that is not known bars nothing", "core/plan/harvest_super.go", "		case p.Until == 0:",
		"		case p.Until == -1:", inPlan,
	},
	{
		"unknown history is no hold", "core/plan/harvest_super.go", "	if !s.HistoryKnown {", "	if false {",
		append(inPlan, "./app"),
	},
	{
		"feed of long ago bars, that of now does not", "core/plan/harvest_super.go", "p.From >= s.Today-feedBarsDays",
		"p.From < s.Today-feedBarsDays", inPlan,
	},
	{
		"a barred crop is taken", "core/craft/barred_harvest.go", `p.Harvested > 0 && p.Barred != ""`,
		`p.Harvested < 0 && p.Barred != ""`, inPlan,
	},
	{
		"a super goes on while a treatment is in", "core/craft/super_in_treatment.go", "if !in || !supered(p.After) {",
		"if in || !supered(p.After) {", inPlan,
	},
	{
		"a super over a wide nest costs nothing", "core/craft/room.go", "inUse >= inUseShare {", "inUse >= 0 {", inPlan,
	},
	{
		"a hive is opened while its virgin flies", "core/craft/virgin_alone.go", "p.On >= p.Alone[0] && p.On <= p.Alone[1]",
		"p.On < p.Alone[0] && p.On <= p.Alone[1]", inPlan,
	},
	{
		"the excluder stays in for winter", "core/plan/pack_down.go", "	if st.ExcluderAbove > 0 {\n		said",
		"	if st.ExcluderAbove < 0 {\n		said", append(inPlan, "./demo"),
	},
	{
		"a union changes nothing of the hive", "core/plan/combine.go", "				return -gain", "				return gain",
		append(inPlan, "./demo"),
	},
	{
		"a colony that is united is fed as well", "core/plan/together.go",
		"	if a.Action == Combine || b.Action == Combine {\n		return true", "	if a.Action == Combine && b.Action == Combine {\n		return true",
		inPlan,
	},
	{
		"feed and supers are in one plan", "core/plan/together.go", "	return slices.Contains(apart, [2]Action{a.Action, b.Action}) ||",
		"	return slices.Contains(apart[6:], [2]Action{a.Action, b.Action}) ||", inPlan,
	},
	{
		"a clipped queen is checked as often as another", "core/plan/check_cells.go",
		"		d = s.Settings.ClippedDays", "		d = s.Settings.UnclippedDays", append(inPlan, "./app"),
	},
	{
		"another plan takes the place of a kept one for nothing", "core/plan/keep.go", "o.mean < best.mean-marginKg",
		"o.mean < best.mean+marginKg", inPlan,
	},
	{
		"a plan of before the look is kept", "core/plan/keep.go", "k.Day >= s.Today || k.Day < s.Estimate.Seen",
		"k.Day >= s.Today", inPlan,
	},
	{
		"laying workers get a queen", "core/plan/alone.go", "s.Estimate.Queen.ManyEggs == colony.EggsOnWalls &&",
		"s.Estimate.Queen.ManyEggs == colony.EggsOnWalls && s.Today < 0 &&", inPlan,
	},
	{
		"the rich hive of a yard gives to all", "core/plan/equalise.go", "		if n.Colony != match ||",
		"		if match == \"\" && n.Colony != match ||", inPlan,
	},
	// The open form.
	{
		"a heft in a record is not read", "exchange/case.go", `case b.Kg != 0 || b.Heft != "":`, `case b.Kg != 0:`,
		inExchange,
	},
	{
		"the south has the north's year", "exchange/case.go", "s.Hemisphere = season.South",
		"s.Hemisphere = season.North", inExchange,
	},
	{"the label's day in a record is lost", "exchange/case.go", "q.Until = *p.HoneyBarred", "q.Until = 0", inExchange},
	{
		"one risk in a record sets another", "exchange/case.go", `{"lay_risk", p.LayRisk, &s.LayRisk, 0, 1}`,
		`{"lay_risk", p.LayRisk, &s.StoreRisk, 0, 1}`, inExchange,
	},
	{
		"a check of some combs counts as one of all", "exchange/case.go", "		c.CellCheck = colony.PartialCheck",
		"		c.CellCheck = colony.CompleteCheck", inExchange,
	},
	{
		"supers in an answer are counted from 0", "exchange/answer.go", "Super{at + 1, b.Full[i], b.SuperCapped[i]}",
		"Super{at, b.Full[i], b.SuperCapped[i]}", inExchange,
	},
	{
		"the check for cells is due where no clock runs", "exchange/answer.go",
		"if due, _, runs := a.Situation.SwarmClock(); runs {", "if due, _, runs := a.Situation.SwarmClock(); !runs {",
		inExchange,
	},
	// The store.
	{
		"the log is in order of writing", "store/event.go", "` WHERE e.day <= ?2 ORDER BY e.day, e.seq`",
		"` WHERE e.day <= ?2 ORDER BY e.seq`", inStore,
	},
	{
		"another entry under an id is taken for the same", "store/event.go",
		"e.Supersedes == o.Supersedes && e.Payload == o.Payload &&", "e.Supersedes == o.Supersedes &&", inStore,
	},
	{
		"what was given on the day itself is not worked out", "store/stale.go", "e.day >= r.day", "e.day > r.day",
		inStore,
	},
	{"who gave is worked out, who got is not", "store/stale.go", "taker.gets = 1", "taker.gets = 0", inStore},
	{
		"a device that was removed may go on", "store/device.go", "removed_utc IS NULL", "removed_utc IS NOT NULL",
		append(inStore, "./web"),
	},
	// Units.
	{"a pound is half a kilogram", "core/measure/unit.go", `"lb", Mass, 0.45359237`, `"lb", Mass, 0.5`, inCore},
	{
		"a US gallon is an imperial one", "core/measure/unit.go", `Unit{"US gal", Volume, 3.785411784, 0}`,
		`Unit{"US gal", Volume, 4.54609, 0}`, inCore,
	},
	{
		"a form's pounds are kilograms", "web/form/form.go", "if u.Mass.Name == measure.Pound.Name {",
		"if u.Mass.Name == measure.Kilogram.Name {", inForm,
	},
	// Words.
	{
		"one thing is told as many", "core/words/words.go", `		return "1 " + one`, `		return "1 " + many`,
		[]string{"./core/words"},
	},
	{
		"a chance can be ten in ten", "core/words/words.go", `fmt.Sprintf("%d in 10", min(9, int(math.Round(10*p))))`,
		`fmt.Sprintf("%d in 10", min(10, int(math.Ceil(10*p))))`, []string{"./core/words"},
	},
	{
		"a list ends in or", "core/words/words.go", `+ " and " + items[n-1]`, `+ " or " + items[n-1]`,
		[]string{"./core/words"},
	},
	{
		"then then is said", "core/words/words.go", `strings.EqualFold(step[:5], "then ")`,
		`strings.EqualFold(step[:5], "than ")`, []string{"./core/words"},
	},
	{
		"a day ago is 1 days ago", "core/words/words.go", "	case n == 1:\n		return \"yesterday\"",
		"	case n == -1:\n		return \"yesterday\"", []string{"./core/words"},
	},
	{
		"no eggs is told as eggs", "web/log.go", `		w = append(w, "no eggs")`, `		w = append(w, "eggs")`,
		[]string{"./web ./kept", "./browser -run LookByTouch"},
	},
	{
		"a wet spell is told as dry", "web/board.go", `map[bool]string{true: "Rain", false: "Dry"}`,
		`map[bool]string{true: "Dry", false: "Rain"}`, []string{"./web"},
	},
	// Scripts of the phone.
	{
		"nine eighths are a face", "web/static/shorthand.js",
		"if (n.reduce((a, b) => a + b, 0) > 8) return { over: true };",
		"if (n.reduce((a, b) => a + b, 0) > 9) return { over: true };", browser("TheScriptReads"),
	},
	{
		"the script reads a harvest as taken off", "web/static/shorthand.js",
		`if (digits(number)) return acts.push({ do: w.do, box:`,
		`if (digits(number)) return acts.push({ do: "box_off", box:`, browser("TheScriptReads"),
	},
	{
		"a line in gallons fills the form in litres", "web/static/line.js",
		"set1(name, !w ? \"\" : w.arg ? round3(said(w).n * inForm(w)) : w.value);",
		"set1(name, !w ? \"\" : w.arg ? round3(said(w).n / inForm(w)) : w.value);", browser("Line|Sheet"),
	},
	{
		"what was refused is thrown away", "web/static/queue.js",
		"await put({ ...item, say: a.say, questions: a.questions || null });", "await drop(item.id);",
		browser("ARefusal|BothAreKept"),
	},
	{
		"what was stored is sent for ever", "web/static/queue.js",
		"      await drop(item.id);\n      if (!item.photo) noteSent(item);",
		"      if (!item.photo) noteSent(item);", browser("ALostAnswer|NoSignal"),
	},
	{
		"a mite count's interval is a tenth", "web/static/pocket.js", "bees, p) > 0.025) : 0", "bees, p) > 0.1) : 0",
		browser("Pocket"),
	},
	{
		"a tick writes nothing", "web/static/look.js", "set1(k, t.checked ? v :", "set1(k, !t.checked ? v :",
		browser("ATick|DoWhat"),
	},
	// What a hive carries, what it touched, and what stands in store.
	{
		"feed is never seen gone from a comb", "core/history/fed.go", "ok && empty {", "ok && !empty {", inCore,
	},
	{
		"what goes from hive to hive is booked as stock", "core/history/stocked.go", "	case moves.Between:\n		moved = nil",
		"	case moves.Between:\n		_ = moved", inCore,
	},
	{
		"ware that went to a hive is told as stored", "core/history/touched.go", "t.To, t.Into = e.Day, to", "t.To = e.Day",
		inCore,
	},
	{"a feeder is weighed as honey", "core/hive/equipment.go", "kg := s.Feeder.Kg", "kg := 0.0", inCore},
	{
		"a count is moved by what was done on its day", "core/stock/stock.go", "m.Day > l.Counted.Day",
		"m.Day >= l.Counted.Day", inCore,
	},
	{
		"the south has the months of the north", "core/season/local.go", "meansC[(i+len(meansC)/2)%len(meansC)]",
		"meansC[i%len(meansC)]", inCore,
	},
	{
		"a record of version 1 takes later fields", "exchange/version.go", "slices.Contains(later, path)",
		`slices.Contains(later, path+"x")`, []string{"./exchange"},
	},
	{"mites at the limit are over it", "app/care.go", "rate.Percent > mark", "rate.Percent >= mark", inApp},
	{
		"a yard of one's own goes with the sample", "app/sample.go", "if !slices.Contains(x.Yards, y.ID) {",
		`if slices.Contains(x.Yards, y.ID+"x") {`, []string{"./demo"},
	},
	{
		"a line that is cleared leaves its buttons pressed", "web/static/look.js", `r.checked = r.value === String(v ?? "")`,
		`r.checked = r.checked || r.value === String(v ?? "")`, browser("AClearedLine"),
	},
}
