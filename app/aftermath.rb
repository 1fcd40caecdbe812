# frozen_string_literal: true

module App
  # What follows from a new revision: assemblies that stand on the model follow it, and drawings learn what it means for
  # them. It is put on the queue in the transaction that keeps the revision, and found again from what is stored
  # (#overdue).
  module Aftermath
    module_function

    def of(revision)
      model = revision.model
      Queue.once("follow-#{model.id}", Jobs::FollowJob.new(model.id), priority: 2) if following(model).any?
      Queue.once("parts-#{revision.id}", Jobs::PartsJob.new(revision.id), priority: 2) if Parts.behind(revision).any?
      Queue.once("ready-#{model.id}", Jobs::ReadyJob.new(model.id), priority: 8)
      model.drawings.each { |drawing| Standings.recheck(drawing) }
    end

    # Assemblies whose latest revision names the model without asking for a certain revision.
    def following(model)
      naming(model) { |component| component['revision'].nil? }
    end

    # At the start of a worker: assemblies that have not followed, drawings whose standing is not that of what is
    # stored.
    def overdue
      Records::Model.find_each do |m|
        Queue.once("catch-up-#{m.id}", Jobs::FollowJob.new(nil, m.id), priority: 2) if behind?(m)
      end
      Standings.recheck_stale
    end

    # Assemblies whose latest revision names the model, at whatever revision; with a block, in a component it holds true
    # of.
    def naming(model)
      Records::Model
        .where.not(id: model.id)
        .select do |other|
          named = components(other).select { |c| Records::Model.named(c['model'].to_s)&.id == model.id }
          block_given? ? named.any? { |c| yield(c) } : named.any?
        end
    end

    # Those that name it by a certain number.
    def named_by(model, number)
      naming(model).select { |other| components(other).any? { |c| c['model'].to_s == number } }
    end

    # Components of an assembly as its latest revision has them; none of other models and of text that can't be read.
    def components(model)
      text = model.latest&.recipe
      return [] unless text && Nockplane::Modelling::AssemblyRecipe.is?(text)

      Workshop.parse(text).components
    rescue Nockplane::Error
      [] # told where the assembly is shown
    end

    # Does an assembly stand on other revisions than its components have now, and was that not found impossible already?
    def behind?(assembly)
      text = assembly.latest&.recipe
      return false unless text && Nockplane::Modelling::AssemblyRecipe.is?(text)

      pinned = Workshop.pinned(text)
      pinned != text && Records::HoldUp.find_by(model: assembly)&.basis != Records::HoldUp.basis(pinned)
    rescue Nockplane::Error
      false
    end
  end
end
