# frozen_string_literal: true

module App
  module Actions
    # Brings an assembly up to the revisions its components have now, as a revision of its own, if it can be built so.
    # If it can't, its last good revision stays, and the docket says what broke it.
    class FollowComponents
      # cause: the Revision that changed. Returns the new Revision, nil when there is nothing to follow or it can't be
      # built.
      def self.call(assembly, cause: nil, author: 'Nockplane')
        latest = assembly.latest
        text = Workshop.pinned(latest.recipe)
        return nil if text == latest.recipe

        note = moved(latest.recipe, text)
        note = 'components at their latest revisions' if note.empty?
        built = Workshop.try_build(text)
        Records::HoldUp.where(model: assembly).delete_all
        ReviseModel.keep(
          assembly,
          text,
          properties: built.properties,
          name: built.name,
          note: note[0, 300],
          author: author,
          origin: 'followed',
          base: latest.number
        )
      rescue Nockplane::Error => e
        hold_up(assembly, text, cause, e)
      end

      # What moved on between two texts of an assembly: every component with its revisions and why, since several may
      # come at once.
      def self.moved(before, after)
        was, is = [before, after].map { |text| Workshop.parse(text).pins }
        changed = is.select { |name, number| was[name] && was[name] != number }
        changed.map { |name, number| component_moved(name, was[name], number) }.join('; ')
      end

      def self.component_moved(name, was, number)
        model = Records::Model.named(name)
        revision = model&.revisions&.find_by(number: number)
        why = revision&.note.to_s
        "#{model&.name || name} #{was} → #{number}#{": #{why}" unless why.empty?}"
      end

      def self.hold_up(assembly, text, cause, fault)
        reason =
          "#{assembly.name} stays at revision #{assembly.latest.number}: it can't follow " \
            "#{cause ? "#{cause.model.name} to revision #{cause.number}" : 'its components'}. #{fault.message}"
        Records::HoldUp.keep(assembly, text, reason)
      end
      private_class_method :hold_up, :moved, :component_moved
    end
  end
end
