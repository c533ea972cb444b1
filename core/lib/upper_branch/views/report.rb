# frozen_string_literal: true

module UpperBranch
  module Views
    # What is told of a job when it leaves the bench, as plain data: to the customer in plain words, to the shop with
    # everything. Screen, print and file are drawn from this one view.
    #
    #   Report.of(job, title: "Cider press hesitates", audience: "customer").to_h
    #
    # Blocks that have nothing to say are empty, never left out.
    class Report
      AUDIENCES = %w[customer shop].freeze
      FOOTER = "Guidance for a competent person. The maker's data, local codes and licensed practice come first."

      # card: Workshop::SpecCard or nil. Raises Invalid for another audience.
      def self.of(job, title:, audience: "customer", card: nil)
        known = AUDIENCES.include?(audience)
        raise Invalid.new("for", "A report is for one of: #{AUDIENCES.join(', ')}") unless known

        new(job, title, audience, card)
      end

      def initialize(job, title, audience, card)
        @job = job
        @machine = job.machine
        @title = title
        @audience = audience
        @card = card
      end

      def to_h
        { for: @audience, title: @title, machine: machine, complaint: complaint, found: found, done: done,
          shown: shown, compared: compared, left_open: left_open, outcome: outcome, keep: keep, due: due,
          due_months: due_months, section: section, settings: settings, photos: Strip.photos(@job),
          minutes: @job.minutes.round, bench: shop? ? BenchReport.of(@job) : nil, footer: FOOTER }
      end

      private

      def shop? = @audience == "shop"

      def machine
        { called: @job.called, family: @machine.family["name"], is: @machine.family["is"] }
      end

      # What was complained of, and under which conditions; or what plan it came for.
      def complaint
        plan = Workshop::Plan.of(@job)
        told = @job.complaint.map do |finding|
          { says: @job.catalogue.symptom(finding.id).name, when: finding.conditions.map { |id| condition(id) } }
        end
        plan ? [{ says: plan.name, when: [] }, *told] : told
      end

      def condition(id) = @job.catalogue.conditions.find { |row| row["id"] == id }&.fetch("name") || id

      # Defects, each with what showed it and what it does to an engine.
      def found
        @job.defects.uniq { |defect| [defect.fault, defect.place] }.map do |defect|
          fault = @machine.fault(defect.fault) || @job.catalogue.fault(defect.fault)
          { fault: fault.name, why: fault.why, place: defect.place&.name, status: Defects.status(defect),
            says: seen(defect) }
        end
      end

      # In words, with the number where one was read.
      def seen(defect)
        reading = @job.findings.find { |one| one.entry == defect.entry }&.reading
        number = reading&.value && "#{Measuring::Words.number(reading.value)} #{reading.unit}"
        [Defects.says(@job, defect), number].compact.join(", ")
      end

      # Repairs and the work of a plan, with what was left set and what was not done.
      def done
        repairs = @job.repairs.map do |repair|
          plan = Workshop::Repairs.find(@machine, repair.id)
          words = plan && Workshop::Repairs.words(@machine, plan)
          { name: words&.name || repair.id, text: words&.text, place: plan && place(plan, repair.place),
            left: left(repair), undone: undone(repair) }
        end
        repairs + tasks
      end

      def tasks
        (Workshop::Plan.of(@job)&.steps || []).select { |step| step.kind == :task && step.done }
                                              .reject { |step| @job.tasks.dig(step.id, :left) }
                                              .map do |step|
          { name: step.name, text: nil, place: nil, left: [], undone: [] }
        end
      end

      def place(plan, id) = Workshop::Repairs.places(@machine, plan).find { |one| one.id == id }&.name

      def left(repair)
        figures = Workshop::Sheets::Figures.new(@job, card: @card, place: repair.place)
        repair.left.map do |id, value|
          { name: figures.left_name(id), value: value, unit: figures.unit(id), wanted: figures.figure(id).text }
        end
      end

      def undone(repair)
        steps = Workshop::Sheets::Steps.new(@job, Workshop::Sheets::Figures.new(@job, card: @card))
        repair.undone.filter_map { |id| steps.says(id) }
      end

      # What the section is drawn from: the machine as it is fitted, and the parts that were found wrong or mended.
      def section
        faults = @job.defects.map(&:fault) + @job.repairs.map(&:id)
        parts = faults.filter_map { |id| @machine.fault(id)&.part&.name }.uniq
        { family: @machine.family["id"], features: @machine.features.sort, parts: parts }
      end

      # What was set in rounds: as found, as left, and its curve.
      def settings
        Settings.begun(@job).map { |row| row.slice(:name, :found, :left, :settled, :rounds, :curve, :before) }
      end

      # How it was shown that it is right now.
      def shown
        return [] if @job.round.zero? && @machine.plan.nil?

        Workshop::Proof.of(@job).items.reject { |item| item.kind == :repair }
                       .map { |item| { name: item.name.delete_suffix("?"), done: item.done } }
      end

      # Checks that were seen before and after a repair, side by side.
      def compared
        looks = @job.findings.select { |finding| finding.kind == :check && !finding.reported }
        looks.group_by { |finding| [finding.id, finding.place] }.filter_map do |(id, place), list|
          before, after = list.values_at(0, -1)
          next if before.round == after.round

          check = @job.catalogue.check(id)
          { name: [check.name.delete_suffix("?"), place&.name].compact.join(", "), before: read(check, before),
            after: read(check, after), right: after.words.first == check.normal }
        end
      end

      def read(check, finding)
        words = finding.words.map { |word| check.outcomes[word] || word }.join(", ")
        reading = finding.reading&.then { |one| "#{Measuring::Words.number(one.value)} #{one.unit}" if one.value }
        [reading, words].compact.reject(&:empty?).join(", ")
      end

      # What was found and left, what of the plan was left out, and what is not shown.
      def left_open
        waived = @job.defects.select(&:waived).uniq(&:fault).map do |defect|
          { name: @job.catalogue.fault(defect.fault).name, reason: defect.waived[:reason] }
        end
        tasks = (Workshop::Plan.of(@job)&.steps || []).filter_map do |step|
          reason = @job.tasks.dig(step.id, :left)
          reason && { name: step.name, reason: reason }
        end
        waived + tasks + not_done + uncleared + unsettled + unproven
      end

      # Checks that could not be done, and were not done later.
      def not_done
        @job.passed_over.map do |id, row|
          { name: @job.catalogue.check(id).name.delete_suffix("?"), reason: "could not be done: #{row[:reason]}" }
        end
      end

      # Passages that were not left clear.
      def uncleared
        Strip.cleared(@job).reject { |row| row[:right] }.map do |row|
          { name: [row[:name], row[:place]].compact.join(", "), reason: row[:left] }
        end
      end

      def unsettled
        settings.reject { |row| row[:settled] }.map { |row| { name: row[:name], reason: "not settled yet" } }
      end

      def unproven
        return [] if @job.round.zero?

        left = Workshop::Proof.of(@job).left.reject { |item| item.kind == :check && @job.passed_over?(item.id) }
        left.map { |item| { name: item.name.delete_suffix("?"), reason: "not shown again yet" } }
      end

      def outcome
        return { as: "open", says: "Still on the bench." } unless @job.closed?

        { as: @job.closing[:as], says: outcome_words }
      end

      def outcome_words
        said = { "sound" => "Looked at, and sound.",
                 "proven" => @job.round.zero? ? "Looked at, and sound." : "Repaired, and shown to be right.",
                 "referred" => "Handed on with these findings.", "unproven" => "Closed without proof." }
        [said.fetch(@job.closing[:as]), @job.closing[:reason]].compact.join(" ")
      end

      # Why it happened, and how it is kept from coming back.
      def keep
        @job.repairs.filter_map do |repair|
          plan = Workshop::Repairs.find(@machine, repair.id)
          plan && Workshop::Sheets::Recipe.of(@machine, plan).avoid
        end.uniq
      end

      # When the plan is due again: in words, and after how many months where it goes by time.
      def due = Workshop::Plan.of(@job)&.due
      def due_months = Workshop::Plan.of(@job)&.months
    end
  end
end
