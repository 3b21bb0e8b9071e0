package draw

import "html/template"

var icons = map[string]string{
	"check": `<path d="M3 8.5l3.4 3.4L13 4.8" fill="none" stroke="currentColor" stroke-width="2.2"/>`,
	"right": `<path d="M6 3l5 5-5 5" fill="none" stroke="currentColor" stroke-width="2"/>`,
	"left":  `<path d="M10 3L5 8l5 5" fill="none" stroke="currentColor" stroke-width="2"/>`,
	"search": `<circle cx="7" cy="7" r="4.4" fill="none" stroke="currentColor" stroke-width="1.8"/>` +
		`<path d="M10.3 10.3L14.4 14.4" stroke="currentColor" stroke-width="1.8"/>`,
	"print": `<path d="M4.5 6V2h7v4M4.5 12H2V6.2h12V12h-2.5M4.5 9.6h7V14h-7z" fill="none" stroke="currentColor" stroke-width="1.5"/>`,
	"plus":  `<path d="M8 2.5v11M2.5 8h11" stroke="currentColor" stroke-width="2.2"/>`,
	"minus": `<path d="M2.5 8h11" stroke="currentColor" stroke-width="2.2"/>`,
	"sun": `<circle cx="8" cy="8" r="3" fill="none" stroke="currentColor" stroke-width="1.6"/>` +
		`<path d="M8 .8v2.4M8 12.8v2.4M.8 8h2.4M12.8 8h2.4M2.9 2.9l1.7 1.7` +
		`M11.4 11.4l1.7 1.7M13.1 2.9l-1.7 1.7M4.6 11.4l-1.7 1.7" stroke="currentColor" stroke-width="1.4"/>`,
	"rain": `<path d="M4.6 9.6a3 3 0 0 1 .2-6 3.8 3.8 0 0 1 7.2 1 2.6 2.6 0 0 1-.4 5z" fill="none" stroke="currentColor" stroke-width="1.5"/>` +
		`<path d="M5.5 11.5l-.8 2.6M8.6 11.5l-.8 2.6M11.6 11.5l-.8 2.6" stroke="currentColor" stroke-width="1.5"/>`,
	"truck": `<path d="M1 4h8.6v7H1zM9.6 6.4h3l2.4 2.4V11H9.6" fill="none" stroke="currentColor" stroke-width="1.5"/>` +
		`<circle cx="4" cy="12" r="1.6" fill="var(--k-paper)" stroke="currentColor" stroke-width="1.5"/>` +
		`<circle cx="11.8" cy="12" r="1.6" fill="var(--k-paper)" stroke="currentColor" stroke-width="1.5"/>`,
	"care": `<path d="M8 1.6L15 14H1z" fill="none" stroke="currentColor" stroke-width="1.7" stroke-linejoin="round"/>` +
		`<path d="M8 6v4M8 11.2v1.6" stroke="currentColor" stroke-width="1.8"/>`,
	"undo": `<path d="M5.5 2.5L2.4 5.6l3.1 3.1" fill="none" stroke="currentColor" stroke-width="1.8"/>` +
		`<path d="M2.8 5.6h6.4a4 4 0 0 1 0 8H5.4" fill="none" stroke="currentColor" stroke-width="1.8"/>`,
	"redo": `<path d="M10.5 2.5l3.1 3.1-3.1 3.1" fill="none" stroke="currentColor" stroke-width="1.8"/>` +
		`<path d="M13.2 5.6H7a4 4 0 0 0 0 8h3.6" fill="none" stroke="currentColor" stroke-width="1.8"/>`,
	"up":   `<path d="M3 10l5-5 5 5" fill="none" stroke="currentColor" stroke-width="2"/>`,
	"down": `<path d="M3 6l5 5 5-5" fill="none" stroke="currentColor" stroke-width="2"/>`,
	"more": `<path d="M2 4h12M2 8h12M2 12h12" stroke="currentColor" stroke-width="2"/>` +
		`<circle cx="5" cy="4" r="2" fill="var(--k-paper-lift)" stroke="currentColor" stroke-width="1.4"/>` +
		`<circle cx="11" cy="8" r="2" fill="var(--k-paper-lift)" stroke="currentColor" stroke-width="1.4"/>` +
		`<circle cx="6.5" cy="12" r="2" fill="var(--k-paper-lift)" stroke="currentColor" stroke-width="1.4"/>`,
	"stack": `<path d="M2.5 2h11v3.6h-11zM2.5 5.6h11v4h-11zM2.5 9.6h11v4.4h-11z" fill="none" stroke="currentColor" stroke-width="1.5"/>`,
	"bench": `<path d="M8 2.2v11M3.4 13.4h9.2M2.4 4.4h11.2" fill="none" stroke="currentColor" stroke-width="1.6"/>` +
		`<path d="M2.4 4.4L.9 8.6h3zM13.6 4.4l-1.5 4.2h3z" fill="none" stroke="currentColor" stroke-width="1.4" stroke-linejoin="round"/>`,
	"list": `<path d="M2 3.6h12M2 8h12M2 12.4h12" stroke="currentColor" stroke-width="1.8"/>`,
	"clock": `<circle cx="8" cy="8" r="6.2" fill="none" stroke="currentColor" stroke-width="1.6"/>` +
		`<path d="M8 4.2V8l2.8 1.8" fill="none" stroke="currentColor" stroke-width="1.6"/>`,
}

// Icon returns a small sign; it is never the only word for a thing.
func Icon(name string, size float64) template.HTML {
	return template.HTML(
		`<svg class="ic" width="` + n(size) + `" height="` + n(size) + `" viewBox="0 0 16 16" aria-hidden="true">` + icons[name] + `</svg>`,
	)
}

// Mark returns Kembo's mark: three boxes against a visit line.
func Mark(size float64) template.HTML {
	return template.HTML(
		`<svg width="` + n(size) + `" height="` + n(size) + `" viewBox="0 0 30 30" aria-hidden="true">` +
			`<path d="M2 4.5h22v6.4H2zM2 12.2h15v6.4H2zM2 19.9h26v6.4H2z" fill="var(--k-spruce)"/>` +
			`<path d="M20.6 1v28" stroke="var(--k-paper)" stroke-width="5"/><path d="M20.6 1v28" stroke="var(--k-ink)" stroke-width="2.2"/></svg>`,
	)
}
