package web

import (
	"github.com/gofiber/fiber/v3"
	"github.com/gofiber/fiber/v3/middleware/compress"
	recoverer "github.com/gofiber/fiber/v3/middleware/recover"
)

// routes reads as a table of contents.
func (s *Server) routes() {
	r := s.fiber
	r.Use(recoverer.New(recoverer.Config{EnableStackTrace: true, StackTraceHandler: noteFault}))
	r.Use(s.guard)
	r.Use(s.withBody)
	r.Use(s.before)
	r.Get("/a/*", s.assets.serve)
	r.Use(compress.New(compress.Config{Level: compress.LevelBestSpeed}))
	r.Get("/healthz", func(c fiber.Ctx) error { return c.SendString("ok") })

	slowed := s.slowed()
	r.Get("/join/:key", slowed, s.showJoin)
	r.Post("/join/:key", slowed, s.join)
	r.Get("/devices", s.showDevices)
	r.Post("/devices/link", s.makeLink)
	r.Post("/devices/name", s.nameDevice)
	r.Post("/devices/remove", s.removeDevice)
	r.Post("/devices/old", s.endOldLink)
	r.Get("/sw.js", s.showWorker)
	r.Get("/manifest.webmanifest", s.showManifest)
	r.Get("/away", s.showAway)

	r.Get("/", s.showBoard)
	r.Get("/find", s.find)
	r.Get("/working", s.working)
	r.Get("/yards", s.showYards)
	r.Get("/yards/new", s.get(s.makingYard()))
	r.Post("/yards", s.post(s.makingYard()))
	r.Get("/yards/:yard", s.showBoard)
	r.Post("/yards/:yard/visit", s.moveVisit)
	r.Get("/yards/:yard/calendar", s.showCalendar)
	r.Post("/yards/:yard/plants", s.setPlant)
	r.Post("/yards/:yard/plants/remove", s.removePlant)
	r.Post("/yards/:yard/flow", s.noteFlow)
	r.Post("/yards/:yard/flow/remove", s.takeBackFlow)
	r.Post("/yards/:yard/weather", s.weatherFile)
	r.Get("/yards/:yard/round", s.showRound)
	r.Get("/yards/:yard/round/summary", s.showSummary)
	r.Post("/yards/:yard/round/order", s.setRound)
	r.Get("/yards/:yard/sheet", s.showSheet)
	r.Get("/yards/:yard/keyed", s.showKeyed)
	r.Post("/yards/:yard/keyed", s.saveKeyed)
	r.Get("/yards/:yard/tags", s.showTags)
	r.Get("/t/:colony", s.scanned)
	r.Post("/yards/:yard/round/all", s.onAll)
	r.Post("/yards/:yard/round/all/undo", s.undoAll)
	r.Get("/yards/:yard/treat", s.get(s.treatingAll()))
	r.Post("/yards/:yard/treat", s.post(s.treatingAll()))
	r.Get("/yards/:yard/colonies/new", s.get(s.makingColony()))
	r.Get("/yards/:yard/colonies/many", s.showMany)
	r.Post("/yards/:yard/colonies/many", s.readMany)
	r.Post("/yards/:yard/colonies", s.post(s.makingColony()))

	r.Get("/yards/:yard/edit", s.get(s.editYard()))
	r.Post("/yards/:yard/edit", s.post(s.editYard()))
	r.Post("/yards/:yard/remove", s.removeYard)
	r.Get("/gone", s.showGone)
	r.Get("/medicines", s.showMedicines)
	r.Get("/medicines.csv", s.medicinesCSV)
	r.Get("/yours", s.showYours)
	r.Post("/yours/copy", s.makeBackup)
	r.Get("/yours/:name", s.sendBackup)
	r.Get("/export.zip", s.sendExport)
	r.Get("/crop", s.showCrop)
	r.Post("/sample", s.fillSample)
	r.Get("/sample/empty", s.get(s.emptying()))
	r.Post("/sample/empty", s.post(s.emptying()))
	r.Get("/guide", s.showGuide)
	r.Get("/guide/:page", s.showGuide)
	r.Get("/stock", s.showStock)
	r.Post("/stock", s.countStock)
	r.Post("/stock/undo", s.takeBackCount)
	r.Get("/crop.csv", s.cropCSV)
	r.Get("/more", s.showMore)

	r.Get("/shorthand", s.showShorthand)
	r.Get("/pocket", s.showPocket)
	r.Get("/bench", s.showBench)
	r.Get("/bench/:name", s.showBench)
	r.Get("/formats", s.showFormats)
	r.Post("/formats", s.addFormat)
	r.Post("/formats/try", s.tryFormat)
	r.Post("/formats/remove", s.removeFormat)
	r.Get("/settings", s.showSettings)
	r.Get("/operation", s.get(s.renaming()))
	r.Post("/operation", s.post(s.renaming()))
	r.Post("/settings", s.saveSettings)

	r.Get("/colonies/:colony", s.showColony)
	r.Get("/colonies/:colony/course", s.showCourse)
	r.Get("/colonies/:colony/course.csv", s.courseCSV)
	r.Get("/colonies/:colony/weight", s.showWeight)
	r.Post("/colonies/:colony/scale", s.scaleFile)
	r.Post("/colonies/:colony/scale/import", s.importScale)
	r.Get("/colonies/:colony/combs", s.showCombs)
	r.Post("/colonies/:colony/combs", s.saveCombs)
	r.Get("/culls", s.showCulls)
	r.Get("/colonies/:colony/look", s.showLook)
	r.Post("/colonies/:colony/look", s.saveLook)
	r.Post("/colonies/:colony/look/preview", s.previewLook)
	r.Post("/colonies/:colony/photos/:photo", s.addPhoto)
	r.Get("/photos/:photo", s.showPhoto)
	r.Post("/colonies/:colony/done", s.done)
	r.Post("/colonies/:colony/notes", s.note)
	r.Post("/colonies/:colony/boxes", s.boxOn)
	r.Post("/colonies/:colony/boxes/off", s.boxOff)
	r.Post("/colonies/:colony/undo", s.undo)
	r.Post("/colonies/:colony/apart", s.settleApart)

	r.Get("/colonies/:colony/life", s.showLife)
	r.Get("/colonies/:colony/book", s.showBook)
	r.Post("/colonies/:colony/book/undo", s.undoEntry)
	r.Get("/colonies/:colony/book/:entry", s.showEntry)
	r.Get("/colonies/:colony/queens", s.showQueens)
	r.Get("/colonies/:colony/mites", s.showMites)
	r.Get("/yards/:yard/mites", s.showYardMites)
	r.Get("/queens/:queen", s.showLine)
	for path, a := range map[string]asks{
		"move": s.moving(), "end": s.ending(), "discard": s.discarding(), "swarm": s.swarming(), "unite": s.uniting(),
		"split": s.splitting(), "queens/note": s.queenNoting(), "queens/give": s.queenGiving(),
		"queens/found": s.queenFinding(), "queens/gone": s.queenGoing(), "queens/cage": s.queenCaging(),
		"mites/count": s.countingMites(), "inspect": s.inspecting(), "feed": s.feeding(), "weigh": s.weighing(),
		"treat": s.treating(), "out": s.takingOut(), "equipment": s.equipping(), "arrange": s.arranging(),
		"boxes/any": s.boxing(), "harvest": s.harvesting(),
		"book/:entry/correct": s.correcting(), "book/:entry/move": s.movingEntry(),
	} {
		r.Get("/colonies/:colony/"+path, s.get(a))
		r.Post("/colonies/:colony/"+path, s.post(a))
	}
}
