# frozen_string_literal: true

RSpec.describe UpperBranch::Diagnosis::Priors do
  # Faults of a family whose rate asks for nothing but the family: what is left is what the last work did.
  def plain(machine) = machine.faults.reject { |fault| fault.rate["when"] || fault.rate["raised"] }

  # {fault id => how many times as likely after this work}
  def raised(family, work)
    before = job(family)
    after = job(family, work: [work])
    faults = plain(before.machine)
    was, is = [before, after].map { |known| described_class.new(known.machine).odds(faults) }
    faults.map(&:id).zip(is.zip(was).map { |now, then_| now / then_ }).to_h
  end

  it "suspects what the last work is known for most, then others of its circuits, and nothing else, in every family" do
    numbers = CATALOGUE.scale["work"]
    named = near = far = 0
    CATALOGUE.families.each do |family|
      CATALOGUE.work.each do |row|
        raised(family["id"], row["id"]).each do |id, factor|
          if row.fetch("faults", []).include?(id)
            wanted = numbers["named_odds"]
            named += 1
          elsif row.fetch("circuits", []).include?(CATALOGUE.fault(id).circuit)
            wanted = numbers["circuit_odds"]
            near += 1
          else
            wanted = 1
            far += 1
          end
          expect(factor).to be_within(1e-9).of(wanted), "#{family['id']} #{row['id']} #{id}: #{factor}"
        end
      end
    end
    expect([named, near, far].min).to be > 50
    expect(numbers["named_odds"]).to be > numbers["circuit_odds"]
    expect(numbers["circuit_odds"]).to be > 1
  end
end
