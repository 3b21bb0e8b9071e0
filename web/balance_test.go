package web_test

import (
	"fmt"
	"net/url"
	"regexp"
	"strings"
	"testing"
)

// TestTheBalanceOfAYardIsTold: every hive of each yard stands on it once, in the figure and in the table, the poorest first; a
// yard that is not there is told so.
func TestTheBalanceOfAYardIsTold(t *testing.T) {
	w := server(t)
	_, first := ask(t, w, get("/balance"))
	yards := regexp.MustCompile(`/yards/[0-9a-f-]{36}/balance`).FindAllString(first, -1)
	if len(yards) < 2 {
		t.Fatalf("%d yards are named", len(yards))
	}
	for _, path := range yards {
		_, body := ask(t, w, get(path))
		codes := regexp.MustCompile(`<th scope="row"><a href="[^"]*">([^<]*)</a>`).FindAllStringSubmatch(body, -1)
		if len(codes) == 0 {
			t.Errorf("%s tells of no hive", path)
		}
		for _, c := range codes {
			if strings.Count(body, ">"+c[1]+"</text>") != 1 {
				t.Errorf("%s: %s does not stand in the figure once", path, c[1])
			}
		}
		for _, bad := range []string{"NaN", "%!", "-0 kg"} {
			if strings.Contains(body, bad) {
				t.Errorf("%s contains %q", path, bad)
			}
		}
	}
	if res, _ := ask(t, w, get("/yards/00000000-0000-0000-0000-000000000000/balance")); res.StatusCode != 404 {
		t.Errorf("a yard that is not there is answered with %d", res.StatusCode)
	}
}

// TestALineBetweenHivesIsWritten: what went between two hives stands in both logs, all of the line or nothing; what is wrong is
// told, and the line stays.
func TestALineBetweenHivesIsWritten(t *testing.T) {
	w := server(t)
	_, page := ask(t, w, get("/balance"))
	between := strings.Replace(regexp.MustCompile(`/yards/[0-9a-f-]{36}/balance`).FindString(page), "balance", "between", 1)
	ids := map[string]string{}
	for _, path := range regexp.MustCompile(`/yards/[0-9a-f-]{36}/balance`).FindAllString(page, -1) {
		_, body := ask(t, w, get(path))
		for _, m := range regexp.MustCompile(`<th scope="row"><a href="([^"]*)">([^<]*)</a>`).FindAllStringSubmatch(body, -1) {
			ids[m[2]] = m[1]
		}
	}
	send := func(entry, line string) (int, string) {
		res, body := ask(t, w, post(between, url.Values{"entry": {uid(entry)}, "line": {line}, "day": {"2026-06-03"}}))
		return res.StatusCode, body
	}
	before := strings.Count(book(t, w, ids["QL-02"]), "of brood from QL-04 to QL-02")
	for entry, line := range map[string]string{
		"b1": "QL-04", "b2": "QL-99 b1>QL-02", "b3": "QL-04 b1>QL-99", "b4": "QL-04 b1>HE-04", "b5": "QL-04 b1>QL-02 b9>QL-02", "b6": "QL-04 dance",
	} {
		code, body := send(entry, line)
		if code != 422 || !strings.Contains(body, strings.ReplaceAll(line, ">", "&gt;")) {
			t.Errorf("%q is answered with %d", line, code)
		}
		if strings.Contains(line, "HE-") && !strings.Contains(body, "stands in another yard") {
			t.Errorf("%q is not refused for its yard", line)
		}
	}
	if n := strings.Count(book(t, w, ids["QL-02"]), "of brood from QL-04 to QL-02"); n != before {
		t.Error("half of a line was written")
	}
	var from, to, kind string
	for n, line := range []string{"QL-04 b1>QL-02", "QL-01 b1>QL-02", "QL-04 h1>QL-02", "QL-01 h1>QL-09", "QL-11 h1>QL-07", "QL-05 h1>QL-07"} {
		entry := fmt.Sprint("line-", n)
		if code, _ := send(entry, strings.ToLower(line)); code == 303 {
			if code, _ := send(entry, strings.ToLower(line)); code != 303 {
				t.Errorf("the same again is answered with %d", code)
			}
			from, to, kind = line[:5], line[9:], map[byte]string{'b': "brood", 'h': "honey"}[line[6]]
			break
		}
	}
	if from == "" {
		t.Fatal("nothing could be carried between any two hives")
	}
	for _, code := range []string{from, to} {
		if n := strings.Count(book(t, w, ids[code]), "1 comb of "+kind+" from "+from+" to "+to); n != 1 {
			t.Errorf("the book of %s has it %d times", code, n)
		}
	}
}
