# frozen_string_literal: true

RSpec.describe "What came off" do
  include JobTalk

  def off(part = nil, **more) = ["removed", { "part" => part, **more.transform_keys(&:to_s) }.compact]

  def refused(field, words = //, &)
    expect(&).to raise_error(UpperBranch::Invalid, words) { |e| expect(e.field).to eq field }
  end

  def with(known, kind, data) = known.with({ "id" => "next", "kind" => kind, "data" => data })
  def back(known, part) = with(known, "refitted", { "entry" => known.parts.find { |one| one.name == part }.entry })
  def list(known) = UpperBranch::Views::Strip.of(known)

  let(:opened) do
    live_job("small-float", off("fuel-hose", notes: { "count" => "1" }),
             off("bowl-nut", notes: { "size" => "1/2 in" }, condition: "doubt"), off(nil, name: "Washer of my own"))
  end

  it "runs backwards for assembly, with what was noted" do
    expect(list(opened).map { |row| row[:name] }).to eq ["Washer of my own", "Bowl nut", "Fuel hose"]
    nut = list(opened)[1]
    expect(nut).to include(condition: "doubt", back: nil, notes: [{ note: "size", name: "size", text: "1/2 in" }])
    expect(nut[:refit]).to start_with "New bowl ring"
    expect(list(opened).first[:refit]).to be_nil
  end

  it "is ticked one by one, each once" do
    closed = back(opened, "Bowl nut")
    expect(list(closed).map { |row| row[:back].nil? }).to eq [true, false, true]
    expect(closed.loose_ends).to eq ["Fuel hose", "Washer of my own"]
    refused("entry") { back(closed, "Bowl nut") }
    refused("part", /off already/) { with(opened, *off("bowl-nut")) }
    expect(with(closed, *off("bowl-nut")).loose_ends).to include("Bowl nut")
  end

  it "keeps a job from being proven, by name, and what checks took off as well" do
    proven = { "as" => "proven" }
    told = live_job("small-float", seen("no-start"), off("fuel-hose"), ["repair", { "repair" => "line-kinked" }],
                    ["symptom", { "symptom" => "no-start", "seen" => "absent" }])
    refused("as", /Still off: Fuel hose\. Tick/) { with(told, "close", proven) }
    expect(with(back(told, "Fuel hose"), "close", proven)).to be_closed
    shot = live_job("car-one", seen("hesitation"), ["repair", { "repair" => "advance-stuck" }],
                    ["check", { "check" => "pump-shot", "outcomes" => ["strong-at-once"] }],
                    ["symptom", { "symptom" => "hesitation", "seen" => "absent" }])
    refused("as", /Still off: air cleaner/) { with(shot, "close", proven) }
    expect(with(with(shot, "put_back", { "check" => "pump-shot" }), "close", proven)).to be_closed
    expect(with(told, "close", { "as" => "unproven", "reason" => "sold" })).to be_closed
  end

  it "is asked for by the names of its family, and as it can be" do
    refused("part", /what comes off is one of .*bowl-nut/) { with(opened, *off("secondary-rods")) }
    refused("name") { with(opened, *off(nil, name: " ")) }
    refused("notes/turns", /a number/) { with(opened, *off("mixture-screws", notes: { "turns" => "some" })) }
    refused("notes/color") { with(opened, *off("mixture-screws", notes: { "color" => "red" })) }
    refused("notes/hole") { with(opened, *off("mixture-screws", notes: { "hole" => "x" * 201 })) }
    refused("condition", /reuse, renew, doubt/) { with(opened, *off("mixture-screws", condition: "lost")) }
    refused("place") { with(opened, *off("mixture-screws", place: "2")) }
    expect(with(opened, *off("mixture-screws", notes: { "turns" => "1,75" })).parts.last.notes).to eq("turns" => "1,75")
  end

  it "is struck out like any other entry, and survives a catalogue that forgot it" do
    rows = opened.entries + [{ "id" => "s", "kind" => "strike", "data" => { "entry" => opened.parts.first.entry } }]
    expect(UpperBranch::Job.replay(CATALOGUE, rows).loose_ends).to eq ["Bowl nut", "Washer of my own"]
    gone = opened.entries + [{ "id" => "g", "kind" => "removed", "data" => { "part" => "flux-tube" } }]
    expect(UpperBranch::Job.replay(CATALOGUE, gone).loose_ends.last).to eq "flux-tube"
  end

  it "stands in a job's file, with the tasks of a plan" do
    file = { "machine" => { "family" => "small-float", "plan" => "lay-up" },
             "tasks" => [{ "task" => "tank-full" }, { "task" => "tap-off", "left" => "it has none" }],
             "parts" => [{ "part" => "bowl-nut", "notes" => { "size" => "half inch" }, "back" => true },
                         { "name" => "a washer", "condition" => "renew" }] }
    read = UpperBranch::Job::JobFile.job(CATALOGUE, JSON.generate(file))
    expect(read.loose_ends).to eq ["a washer"]
    expect(read.tasks.transform_values { |row| row[:left] }).to eq("tank-full" => nil, "tap-off" => "it has none")
    broken = file.merge("parts" => [{ "part" => "flux-tube" }])
    refused("parts/0/part") { UpperBranch::Job::JobFile.job(CATALOGUE, JSON.generate(broken)) }
  end

  describe "what was cleared" do
    def cleared(known) = UpperBranch::Views::Strip.cleared(known)
    def clear(known, **data) = with(known, "cleared", data.transform_keys(&:to_s))

    it "is told with how it was found and how it was left" do
      known = clear(opened, passage: "main-jet", found: "gum", left: "clear")
      known = clear(known, name: " Hole of my own ", found: "shut", left: "partly")
      expect(cleared(known).map { |row| row.values_at(:name, :found, :left, :right) })
        .to eq [["Main jet", "gum or varnish", "clear, both ways", true],
                ["Hole of my own", "shut altogether", "only partly clear", false]]
      expect(UpperBranch::Views::Told.of(known).last[:says])
        .to eq "Hole of my own: found shut altogether, left only partly clear"
      left = UpperBranch::Views::Report.of(known, title: "x").to_h[:left_open]
      expect(left).to include(name: "Hole of my own", reason: "only partly clear")
    end

    it "is one of what the machine has, in words the shop knows" do
      refused("passage", /Screw|idle-port/) { clear(opened, passage: "pump-nozzle", found: "gum", left: "clear") }
      refused("name") { clear(opened, name: "", found: "gum", left: "clear") }
      refused("found", /gum/) { clear(opened, passage: "main-jet", found: "treacle", left: "clear") }
      refused("left", /as-found/) { clear(opened, passage: "main-jet", found: "gum", left: "shining") }
      refused("place") { clear(opened, passage: "main-jet", found: "gum", left: "clear", place: "9") }
      names = UpperBranch::Views::MachineInHand.of(live_job("diaphragm"))[:passages].map { |row| row[:id] }
      expect(names).to include("pulse", "idle-well")
      expect(names).not_to include("bowl")
    end

    it "survives a catalogue that forgot it, and stands in a job's file" do
      gone = opened.entries + [{ "id" => "g", "kind" => "cleared",
                                 "data" => { "passage" => "flux", "found" => "gum", "left" => "x" } }]
      expect(cleared(UpperBranch::Job.replay(CATALOGUE, gone)).first).to include(name: "flux", left: "x", right: false)
      file = { "machine" => { "family" => "small-float" },
               "cleared" => [{ "passage" => "main-jet", "found" => "gum", "left" => "clear" }] }
      read = UpperBranch::Job::JobFile.job(CATALOGUE, JSON.generate(file))
      expect(read.cleared.map(&:name)).to eq ["Main jet"]
    end
  end

  describe "a photo" do
    def shown(known, **data) = with(known, "photo", data.transform_keys(&:to_s))
    def photos(known) = UpperBranch::Views::Strip.photos(known)

    it "shows what was entered, or the machine as a whole" do
      nut = opened.parts[1].entry
      shot = { "photo" => "a", "of" => nut, "caption" => " " }
      known = opened.with({ "id" => "p1", "kind" => "photo", "data" => shot })
      known = shown(known, photo: "b", caption: "on the bench")
      expect(photos(known).map { |row| row.values_at(:photo, :of, :caption, :shows) })
        .to eq [["a", nut, nil, "Off: Bowl nut, 1/2 in"], ["b", nil, "on the bench", nil]]
      expect(UpperBranch::Views::Told.of(known).last(2).map { |row| row[:says] })
        .to eq ["Photo: Off: Bowl nut, 1/2 in", "Photo: on the bench"]
    end

    it "is asked for once, of something that stands, and not without end" do
      refused("of") { shown(opened, photo: "a", of: "nowhere") }
      refused("photo") { shown(shown(opened, photo: "a"), photo: "a") }
      refused("caption") { shown(opened, photo: "a", caption: "x" * 201) }
      many = Array.new(100) { |i| { "id" => "p#{i}", "kind" => "photo", "data" => { "photo" => i.to_s } } }
      full = UpperBranch::Job.replay(CATALOGUE, opened.entries + many)
      refused("kind", /at most 100/) { shown(full, photo: "a") }
    end
  end
end
