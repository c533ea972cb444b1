# frozen_string_literal: true

module UpperBranchServer
  module People
    # Who asks. id: of the account, nil at an open bench; role: "lead", "technician", "trainee"; under: name of the one
    # whose work a trainee does
    # alike: whether another account's name looks like this one's: then the account's number stands beside it
    Person = Struct.new(:id, :name, :role, :under, :alike, keyword_init: true) do
      # A name as it is shown. id: of the account
      def self.shown(name, id, alike) = alike ? "#{name} ##{id}" : name

      # At an open bench everybody is a lead, and signs with the name said there.
      def self.anybody = @anybody ||= new(role: "lead").freeze

      def lead? = role == "lead"
      def trainee? = role == "trainee"

      # As entries are signed.
      def signature = under ? "#{shown}, for #{under}" : shown
      def shown = Person.shown(name, id, alike)
    end
  end
end
