# frozen_string_literal: true

module UpperBranchServer
  module People
    # Who asks. id: of the account, nil at an open bench; role: "lead", "technician", "trainee"; under: name of the one
    # whose work a trainee does
    Person = Struct.new(:id, :name, :role, :under, keyword_init: true) do
      # At an open bench everybody is a lead, and signs with the name said there.
      def self.anybody = @anybody ||= new(role: "lead").freeze

      def lead? = role == "lead"
      def trainee? = role == "trainee"

      # As entries are signed.
      def signature = under ? "#{name}, for #{under}" : name
    end
  end
end
