# frozen_string_literal: true

module UpperBranch
  module Workshop
    # The sheet of one repair on one job, to work by: the way in, the work in single actions with this job's figures,
    # the way back, the first start, and what is to be shown after it.
    #
    #   sheet = Sheet.of(job, "seat-swollen")
    #   sheet.sections.map(&:id)            # => ["in", "work", "back", "start"]
    #   sheet.sections[1].steps.first.do    # => "Write down how it was found before anything moves: ..."
    #
    # Steps are the shared ones of the catalogue; a step that only a machine that is together can take comes after the
    # way back.
    class Sheet
      Section = Struct.new(:id, :name, :steps)
      NAMES = { "in" => "The way in", "work" => "The work", "back" => "Back together", "start" => "First start" }.freeze

      # id: of a fault or a composite of this machine; card: SpecCard of its carburetor, or nil; place: id of the one
      # place it is done at, or nil. Raises Invalid.
      def self.of(job, id, card: nil, place: nil)
        plan = Repairs.find(job.machine, id) or raise Invalid.new("repair", nowhere(job.machine, id))
        Places.one_of(Repairs.places(job.machine, plan), place, "This repair")
        new(job, plan, card, place)
      end

      def self.nowhere(machine, id)
        known = machine.catalogue.fault(id) || machine.catalogue.composite(id)
        return "#{known.name} is not found on this machine: #{machine.family['name']}" if known.respond_to?(:name)

        "No repair or fault is called #{id.inspect} on this machine"
      end
      private_class_method :nowhere

      attr_reader :plan, :figures, :recipe

      def initialize(job, plan, card, place)
        @job = job
        @machine = job.machine
        @plan = plan
        @place = place
        @book = @machine.catalogue.book
        @recipe = Sheets::Recipe.of(@machine, plan)
        @figures = Sheets::Figures.new(job, card: card, place: place)
        @steps = Sheets::Steps.new(job, @figures)
      end

      # Array of Section, those that have steps.
      def sections
        @sections ||= { "in" => way_in, "work" => work, "back" => back, "start" => start }
                      .reject { |_, steps| steps.empty? }
                      .map { |id, steps| Section.new(id, NAMES.fetch(id), steps) }
      end

      def steps = sections.flat_map(&:steps)

      # Ids of the cautions of the repair and of all its steps.
      def hazards = (plan.hazards + steps.flat_map(&:hazards)).uniq

      # Parts of the repair, and what is renewed because it is disturbed.
      def parts = (recipe.parts + way.back.filter_map { |row| row["renew"] }).uniq
      def tools = (recipe.tools + way.off.flat_map { |row| row["tools"] || [] }).uniq

      # What is shown on the whole machine after it: Proof::Item each, as the job stands now.
      def proof
        return [] if @job.closed? || plan.refers?

        row = { "id" => "sheet", "kind" => "repair", "data" => { "repair" => plan.id, "place" => @place }.compact }
        Proof.of(@job.with(row)).items.reject { |item| item.kind == :repair }
      rescue Invalid
        []
      end

      private

      def way
        @way ||= Sheets::WayIn.new(@machine, from: @job.state.carburetor, to: plan.state, inside: recipe.inside)
      end

      # What is noted comes before anything moves.
      def way_in
        return reached if way.off.empty?

        steps_of(wanted.select { |row| row["first"] }, "in") + way.off.map { |row| moved(row, "in", "remove") }
      end

      # Where nothing comes off that a list knows, the machine may give access in its own way.
      def reached
        says = way.whole? && plan.state != "R" && @machine.access_says(plan.id)
        says ? [@steps.reach(says)] : []
      end

      def back = way.back.map { |row| moved(row, "back", "refit") }

      def moved(row, section, word) = @steps.moved(row, section, word)

      # Where nothing comes off, the machine is whole all along; a line that is opened is shut off first, and looked at
      # before anything runs.
      def work
        return steps_of(wanted.select { |row| between?(row) }, "work") unless way.whole?
        return steps_of(wanted, "work") unless opens_line?

        before, after = @book.work_steps.shut.values_at("step", "after").map { |id| there(id) }
        late, early = wanted.partition { |row| row["whole"] }
        steps_of([before, *early, after, *late].uniq, "work")
      end

      # Is it done between the way in and the way back?
      def between?(row) = !row["whole"] && !(row["first"] && way.off.any?)

      def opens_line? = wanted.any? { |row| row["hazards"]&.include?(@book.work_steps.shut["hazard"]) }

      # What an opened carburetor asks for when it runs again, then what the work has left for a whole machine.
      def start
        return [] if way.whole?

        steps_of((first_start + wanted.select { |row| row["whole"] }).uniq, "start")
      end

      def first_start
        row = @book.work_steps.starts.find do |one|
          one["states"].include?(plan.state) && Catalogue::Needs.met?(one["needs"], @machine.features)
        end
        row ? row["steps"].filter_map { |id| there(id) } : []
      end

      # Rows of the steps this machine has, each as it is done on it.
      def wanted = @wanted ||= recipe.steps.filter_map { |id| there(id) }

      def there(id) = @steps.row(id)
      def steps_of(rows, section) = rows.map { |row| @steps.step(row, section) }
    end
  end
end
