# frozen_string_literal: true

module App
  module Records
    # A file that waits for a person's answer whether it is a revision of a model that is known, or a new model. kin:
    # the models it may belong to, as Kinship::Kin#to_h; text: what a new model of it would be made from.
    class Arrival < ActiveRecord::Base
      Kin = Struct.new(:model, :ties, :share, :kind) do
        def like? = kind && !share.nil? && share >= Nockplane::Linking::Resemblance::ALIKE
        def fork? = model.changed_here?
      end

      scope :waiting, -> { where(state: 'waiting').order(:id) }

      def self.at(id)
        find_by(id: id.to_i) || raise(Refused.new('There is no such file waiting for an answer.', status: 404))
      end

      # [Kin] whose models are still here.
      def kindred
        @kindred ||=
          JSON
            .parse(kin)
            .filter_map { |k| (m = Model.find_by(id: k['model'])) && Kin.new(m, k['ties'], k['share'], k['kind']) }
      end

      def waiting? = state == 'waiting'
      def title = filename.empty? ? 'A pasted recipe' : filename

      # Received::Step or Recipe once more. Raises what says why not.
      def received(progress: nil)
        bytes = kind == 'file' ? Files.read(digest) : text
        Received.kind(filename.empty? ? 'pasted.recipe.yml' : filename).new(
          bytes,
          filename.empty? ? nil : filename,
          progress: progress
        )
      end

      # Why it was not simply taken, in a sentence.
      def question
        kin = kindred.first or return "#{title} waits for an answer: the model it may belong to is no longer here."
        if origin == 'intake' && kin.like? && kin.fork?
          return "#{title} and #{kin.model.name} go apart: the model was changed here (revision " \
                 "#{kin.model.latest.number}, #{kin.model.latest.note}) after the file it follows."
        end

        "#{title} may be a new revision of #{kin.model.name} (#{same(kin.ties)}), or another part: #{doubt(kin)}."
      end

      def settle(outcome) = update!(state: 'settled', outcome: outcome)

      private

      def same(ties) = ties.empty? ? 'chosen by hand' : "same #{ties.join(' and ')}"

      def doubt(kin)
        unless kin.kind
          return "it is #{Received::KINDS.fetch(kind)}, the model " \
                 "#{Received::KINDS.fetch(Received.kind_of(kin.model.latest.recipe))}"
        end

        return 'the model can no longer be built' if kin.share.nil?

        "#{(kin.share * 100).round} % of the faces have a counterpart"
      end
    end
  end
end
