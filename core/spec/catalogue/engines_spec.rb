# frozen_string_literal: true

# What the knowledge of simulated engines must keep to.
RSpec.describe "The knowledge of engines" do
  def problems(section, &)
    data = Marshal.load(Marshal.dump(BASE_TABLES[section]))
    yield(data)
    UpperBranch::Catalogue::Book.new(BASE_TABLES.merge(section => data)).problems.map { |name, _, says| "#{name}: #{says}" }
  end

  it "has every field but once, of a group there is, and sizes only of fields there are" do
    expect(problems("engines") { |data| data["fields"] << data["fields"].first }.join).to include("used twice")
    expect(problems("engines") do |data|
      data["fields"].first["group"] = "attic"
    end.join).to include("no group is called attic")
    expect(problems("engines") do |data|
      data["usual"]["cv"]["wings"] = 2
    end.join).to include("cv: no field is called wings")
    expect(problems("engines") { |data| data["fields"].first["id"] = "main_jet" }.join)
      .to include("no field of its own is called main_jet")
  end

  it "has a row for every fault, of fields that an engine has" do
    expect(problems("broken", &:pop).join).to include("row for a fault that is called hose-crumbs")
    expect(problems("broken") do |data|
      data.first["fault"] = "gremlins"
    end.join).to include("no fault is called gremlins")
    expect(problems("broken") { |data| data.first["changes"] = [{ "field" => "wings", "to" => 1 }] }.join)
      .to include("no field is called wings")
  end

  it "tries signs that there are, and judges only those" do
    expect(problems("trials") { |data| data["signs"] << { "symptom" => "boredom", "any" => [] } }.join)
      .to include("no symptom is called boredom")
    expect(problems("trials") { |data| data["signs"] << { "check" => "lambda", "word" => "blue", "any" => [] } }.join)
      .to include("no outcome of lambda is called blue")
    expect(problems("trials") { |data| data["judged"] << { "signs" => ["blue"], "verdict" => "physics" } }.join)
      .to include("no sign is called blue")
    expect(problems("trials") { |data| data["not_tried"] << { "symptoms" => ["no-idle"] } }.join)
      .to include("no symptom left is called no-idle")
  end

  it "says of every symptom whether it is tried, and of every measure that it is taken" do
    tried = CATALOGUE.book.trials.signs.filter_map { |row| row["symptom"] }
    left = CATALOGUE.book.trials.not_tried.flat_map { |row| row["symptoms"] }
    healthy = CATALOGUE.symptoms.select(&:healthy?).map(&:id)
    expect(CATALOGUE.symptoms.map(&:id) - tried - left - healthy).to be_empty
    taken = UpperBranch::Practice::Trial.new(CATALOGUE, "car-one").healthy.keys
    used = CATALOGUE.book.trials.signs.flat_map { |row| [*row["any"], *row["all"]].map { |test| test["measure"] } }
    expect(used.uniq - taken).to be_empty
  end
end
