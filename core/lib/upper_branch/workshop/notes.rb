# frozen_string_literal: true

module UpperBranch
  module Workshop
    # What to know about this machine when doing a check: which way its screw works, how many streams are right and into
    # which throats, after how many seconds it should fade by the flow that was timed.
    #
    #   Notes.of(job, check)   # => ["Fuel screw: out is richer, in is leaner."]
    module Notes
      module_function

      # Array of sentences
      def of(job, check)
        machine = job.machine
        own = { "streams" => -> { streams(machine) }, "fade" => -> { Fade.of(job)&.expected } }[check.note]
        unlike = machine.unlike_says(check.per)
        [Screws.turned_at(machine, check.id)&.says, own&.call, unlike].compact
      end

      def streams(machine)
        by = machine.catalogue.book.families.streams_by.find { |feature, _| machine.features.include?(feature) }
        by ? by.last : machine.family["streams_into"]
      end
      private_class_method :streams
    end
  end
end
